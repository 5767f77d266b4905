/** The directory for the inside of the panel's door: every space with what it feeds, to be cut out and fixed. */

import { StyleSheet, Text, View } from "@react-pdf/renderer";
import { takenWay } from "#core/decide/decision.ts";
import { directoryOf } from "#core/panel/directory.ts";
import { nestedPanels } from "#core/panel/sub-panels.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import { wayOf } from "#core/ways/index.ts";
import { capital } from "#core/words.ts";
import { FIGURE_FONT } from "#papers/fonts.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import type { PaperInput, PaperSource } from "../index.ts";
import { PaperSheet, sheetStyles as s } from "../sheet.tsx";

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

export const lacksOf = ({ document }: PaperSource): string[] =>
  document.panels.some(({ circuits = [] }) => circuits.length > 0) ? [] : ["what is in the panel"];

export default function PanelDirectory(input: PaperInput) {
  const { document, assessment } = input;
  const codebook = codebookOf(document.rules);
  const { words, board, sections } = codebook;
  const taken = takenWay(assessment);
  const chargerPanel = document.charger?.panel ?? taken?.panel ?? document.panels[0]?.id;
  const newCircuit = taken && taken.verdict !== "ruled-out" && wayOf(taken.way).takesPlace ? taken : null;
  return (
    <PaperSheet title={`${capital(words.board)} directory`} input={input} fontSize={9}>
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
      <Text style={[s.quiet, { marginTop: 8 }]}>
        As surveyed; verify every circuit before relying on this label ({sections.directory}).
      </Text>
    </PaperSheet>
  );
}
