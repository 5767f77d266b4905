/** The directory for the inside of the panel's door: every space with what it feeds, to be cut out and fixed. */

import { StyleSheet, Text, View } from "@react-pdf/renderer";
import type { Circuit, Panel } from "#core/case/document/types.ts";
import { codebookOf } from "#core/codebook/index.ts";
import type { Codebook } from "#core/codebook/types.ts";
import { positionsOf, spacesOf, takesSpace } from "#core/panel/slots.ts";
import { nestedPanels } from "#core/panel/sub-panels.ts";
import { showA } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { FIGURE_FONT } from "#papers/fonts.ts";
import { PRINT } from "#ui/theme/palette.ts";
import type { PaperInput } from "../index.ts";
import { Sheet, sheetStyles as s } from "../sheet.tsx";

const d = StyleSheet.create({
  label: { border: `1.4pt solid ${PRINT.ink}`, marginTop: 10, padding: 7 },
  columns: { flexDirection: "row", gap: 9 },
  column: { flex: 1 },
  row: { flexDirection: "row", borderBottom: `0.6pt solid ${PRINT.ruleStrong}`, minHeight: 15, alignItems: "center" },
  space: { width: 26, fontFamily: FIGURE_FONT, fontWeight: 600 },
  what: { flex: 1 },
  rating: { width: 52, fontFamily: FIGURE_FONT, textAlign: "right" },
});

/** What stands in a space: tandems share one, a device of several poles stands in each of its spaces. */
const inSpace = (panel: Panel, position: number, codebook: Codebook): Circuit[] =>
  (panel.circuits ?? []).filter((c) => takesSpace(c) && positionsOf(c, codebook).includes(position));

function said(circuits: readonly Circuit[], feeds: ReadonlyMap<string, string>): string {
  return circuits
    .map((c) => {
      if (c.status === "abandoned") return "Spare (abandoned, dead)";
      const fed = feeds.get(c.id);
      return `${c.label || "not recorded"}${fed ? ` (feeds ${fed})` : ""}${c.status === "charger-ready" ? " (charger-ready)" : ""}`;
    })
    .join(" / ");
}

export function PanelDirectory(input: PaperInput) {
  const { document } = input;
  const codebook = codebookOf(document.rules);
  const { words, board, sections } = codebook;
  const feeds = new Map(
    document.panels.flatMap((p) => (p.feeder?.circuit ? [[p.feeder.circuit, p.name ?? p.id] as const] : [])),
  );
  return (
    <Sheet title={`${capital(words.board)} directory`} input={input} fontSize={9}>
      {nestedPanels(document).map(({ panel }) => {
        const spaces = Array.from({ length: spacesOf(panel, codebook) }, (_, i) => i + 1);
        const columns =
          board.layout === "columns"
            ? [spaces.filter((p) => p % 2 === 1), spaces.filter((p) => p % 2 === 0)]
            : [spaces];
        return (
          <View key={panel.id} style={d.label} wrap={false}>
            <Text style={{ fontWeight: 700, fontSize: 11 }}>
              {panel.name ?? words.mainPanel}
              {panel.mainA ? `, main ${showA(panel.mainA)}` : ""}
              {panel.fedFrom && panel.fedFrom !== "supply"
                ? `, fed from ${document.panels.find((p) => p.id === panel.fedFrom)?.name ?? panel.fedFrom}`
                : ""}
            </Text>
            {(panel.rcdGroups ?? []).map((g) => (
              <Text key={g.id} style={s.quiet}>
                RCD type {g.rcd} over ways {g.from} to {g.to}
              </Text>
            ))}
            <View style={d.columns}>
              {columns.map((column) => (
                <View key={column[0] ?? 0} style={d.column}>
                  {column.map((position) => {
                    const circuits = inSpace(panel, position, codebook);
                    return (
                      <View key={position} style={d.row}>
                        <Text style={d.space}>{position}</Text>
                        <Text style={d.what}>{circuits.length > 0 ? said(circuits, feeds) : "-"}</Text>
                        <Text style={d.rating}>
                          {circuits.flatMap((c) => (c.ratingA ? [`${c.ratingA}`] : [])).join(" / ")}
                          {circuits.some((c) => c.ratingA) ? " A" : ""}
                        </Text>
                      </View>
                    );
                  })}
                </View>
              ))}
            </View>
          </View>
        );
      })}
      <Text style={[s.quiet, { marginTop: 8 }]}>
        As surveyed; prove every circuit before relying on this label ({sections.directory}).
      </Text>
    </Sheet>
  );
}
