/** Every terminal of the circuit, to be filled in where it is made: the maker's value, the tool, what was done. */
import { StyleSheet, Text, View } from "@react-pdf/renderer";
import { terminalsOf } from "#core/install/terminals.ts";
import { codebookOf } from "#core/rules/index.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import type { PaperInput, PaperSource } from "../index.ts";
import { PaperSheet, plainText, SignatureLines, sheetStyles as s } from "../sheet.tsx";

const t = StyleSheet.create({
  row: { flexDirection: "row", borderBottom: `0.6pt solid ${PRINT_COLORS.ink}`, minHeight: 22, alignItems: "center" },
  name: { width: "38%", paddingRight: 4 },
  wire: { width: "18%" },
  blank: {
    width: "11%",
    borderLeft: `0.4pt solid ${PRINT_COLORS.slate}`,
    minHeight: 22,
    paddingLeft: 3,
    paddingTop: 6,
  },
});

export const lacksOf = (source: PaperSource): string[] =>
  terminalsOf(source.document, source.assessment).length === 0 ? ["the run of the circuit"] : [];

export default function TerminationsPaper(input: PaperInput) {
  const unit = codebookOf(input.document.rules).circuit.terminals.torqueUnit;
  const terminals = terminalsOf(input.document, input.assessment);
  return (
    <PaperSheet title="Termination sheet" input={input}>
      <Text style={{ marginTop: 8 }}>
        Tighten each terminal to the value on its maker's label, with a tool calibrated within twelve months, then
        pull-test it. Torque stranded wire again after it has settled.{" "}
        {unit === "lb-in" ? "1 N m is 8.851 lb-in. " : ""}
        Isolated, locked off and proved dead before a cover comes off.
      </Text>
      <Text style={{ marginTop: 8 }}>
        Tool ______________________ calibrated on ______________ by ______________________
      </Text>
      {terminals.length === 0 ? (
        <Text style={{ marginTop: 14 }}>
          No circuit has been designed along a run yet; there are no terminals to list.
        </Text>
      ) : (
        <View style={{ marginTop: 8 }}>
          <View style={[t.row, { borderBottomWidth: 1.2 }]} fixed>
            <Text style={[t.name, { fontWeight: 700 }]}>Terminal</Text>
            <Text style={[t.wire, { fontWeight: 700 }]}>Conductor</Text>
            {[`Label, ${unit}`, `Done, ${unit}`, "Pull-tested", "Torqued again"].map((head) => (
              <Text key={head} style={[t.blank, { fontWeight: 700 }]}>
                {head}
              </Text>
            ))}
          </View>
          {terminals.map(({ terminal, conductor, twice, torque }) => (
            <View key={terminal} style={t.row} wrap={false}>
              <Text style={t.name}>{terminal}</Text>
              <Text style={t.wire}>{plainText(conductor)}</Text>
              <Text style={t.blank}>{plainText(torque ?? " ")}</Text>
              <Text style={t.blank}> </Text>
              <Text style={t.blank}> </Text>
              <Text style={[t.blank, s.quiet]}>{twice ? " " : "solid"}</Text>
            </View>
          ))}
        </View>
      )}
      <SignatureLines lines={["Made by", "Signature", "Date"]} />
    </PaperSheet>
  );
}
