/** Every panel with its spaces and what they feed, before or after the work. */
import { StyleSheet, Text, View } from "@react-pdf/renderer";
import { takenWay } from "#core/decide/decision.ts";
import { directoryOf } from "#core/panel/directory.ts";
import { nestedPanels } from "#core/panel/sub-panels.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import { wayOf } from "#core/ways/index.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import { FIGURE_FONT } from "./fonts.ts";
import type { PaperInput } from "./index.ts";
import { sheetStyles as s } from "./sheet.tsx";

const d = StyleSheet.create({
  label: { border: `1.4pt solid ${PRINT_COLORS.ink}`, marginTop: 10, padding: 7 },
  columns: { flexDirection: "row", gap: 9 },
  column: { flex: 1 },
  row: {
    flexDirection: "row",
    borderBottom: `0.6pt solid ${PRINT_COLORS.ruleStrong}`,
    minHeight: 15,
    alignItems: "center",
  },
  space: { width: 26, fontFamily: FIGURE_FONT, fontWeight: 600 },
  what: { flex: 1 },
  rating: { width: 52, fontFamily: FIGURE_FONT, textAlign: "right" },
});

/** @param isBefore the panels as they were found, without the charger's new circuit */
export function PanelSchedules({ input, isBefore = false }: { input: PaperInput; isBefore?: boolean }) {
  const { document, assessment } = input;
  const codebook = codebookOf(document.rules);
  const { words, board } = codebook;
  const taken = takenWay(assessment);
  const chargerPanel = document.charger?.panel ?? taken?.panel ?? document.panels[0]?.id;
  const hasNewCircuit = !isBefore && taken && taken.verdict !== "ruled-out" && wayOf(taken.way).takesPlace;
  const newCircuit = hasNewCircuit ? taken : null;
  return (
    <>
      {nestedPanels(document).map(({ panel }) => {
        const rows = directoryOf(document, panel, codebook, panel.id === chargerPanel ? newCircuit : null);
        const columns =
          board.layout === "columns"
            ? [rows.filter((r) => r.position % 2 === 1), rows.filter((r) => r.position % 2 === 0)]
            : [rows];
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
                <View key={column[0]?.position ?? 0} style={d.column}>
                  {column.map(({ position, what, ratingsA }) => (
                    <View key={position} style={d.row}>
                      <Text style={d.space}>{position}</Text>
                      <Text style={d.what}>{what || "-"}</Text>
                      <Text style={d.rating}>{ratingsA.length > 0 ? `${ratingsA.join(" / ")} A` : ""}</Text>
                    </View>
                  ))}
                </View>
              ))}
            </View>
          </View>
        );
      })}
    </>
  );
}
