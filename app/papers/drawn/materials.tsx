/** The materials of the way that is taken, as they are sold, for the van and the merchant. */
import { Text, View } from "@react-pdf/renderer";
import { takenWay } from "#core/decide/decision.ts";
import { materialsIn } from "#core/decide/materials.ts";
import type { PriceLine } from "#core/estimate/price-lines.ts";
import { showNumber } from "#core/units.ts";
import type { PaperInput, PaperSource } from "../index.ts";
import { lacksWay } from "../lacks.ts";
import { PaperTable } from "../parts.tsx";
import { PaperSheet, plainText, sheetStyles as s } from "../sheet.tsx";

/** The shelves, in the order of a walk through a store. */
const SHELVES: readonly { group: PriceLine["group"]; name: string }[] = [
  { group: "materials", name: "Cable, conduit and fixings" },
  { group: "devices", name: "Devices" },
  { group: "equipment", name: "Equipment" },
  { group: "standard", name: "Standard installation" },
];

const amount = (value: number, unit: string): string =>
  `${showNumber(Math.round(value * 100) / 100)}${unit === "each" ? "" : ` ${unit}`}`;

export const lacksOf = (source: PaperSource): string[] =>
  takenWay(source.assessment)?.unpriced.map((item) => `a price of ${item}`) ?? lacksWay(source);

export default function Materials(input: PaperInput) {
  const way = takenWay(input.assessment);
  const lines = materialsIn(way?.lines ?? []);
  return (
    <PaperSheet title="Materials list" input={input} fontSize={10}>
      {way && (
        <Text style={{ marginTop: 8 }}>
          {plainText(way.name)}. Quantities as they are sold, with waste; beside them what is laid or fitted.
        </Text>
      )}
      {SHELVES.map(({ group, name }) => {
        const onShelf = lines.filter((line) => line.group === group);
        if (onShelf.length === 0) return null;
        return (
          <View key={group}>
            <Text style={s.h2}>{name}</Text>
            <PaperTable
              columns={[
                { title: "To buy", width: "14%", isFigure: true },
                { title: "Item", width: "56%" },
                { title: "Fitted", width: "16%", isFigure: true },
                { title: "On the van", width: "14%" },
              ]}
              rows={onShelf.map((line) => ({
                key: line.item,
                cells: [amount(line.count, line.unit), line.name, amount(line.needed, line.unit), "[  ]"],
              }))}
            />
          </View>
        );
      })}
    </PaperSheet>
  );
}
