/** Parts that several papers share: pairs of a name and its value, a table, and boxes to tick. */
import { StyleSheet, Text, View } from "@react-pdf/renderer";
import { valueAt } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { type FieldDefinition, labelOf, valueInWords } from "#core/case/fields/field.ts";
import { fieldContext } from "#core/rules/field-context.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import { plainText } from "./sheet.tsx";

const p = StyleSheet.create({
  pair: { flexDirection: "row", borderBottom: `0.4pt solid ${PRINT_COLORS.slate}`, paddingVertical: 2.5 },
  name: { width: "38%", paddingRight: 8, color: PRINT_COLORS.slate },
  value: { flex: 1 },
  row: { flexDirection: "row", borderBottom: `0.4pt solid ${PRINT_COLORS.slate}`, paddingVertical: 2.5, gap: 11 },
});

/** A name with its value; a value that is not known says so. */
export type Pair = readonly [name: string, value: string | null];

/** Fields of a case with their values as they were entered; an empty text is not known either. */
export function enteredPairs(document: CaseDocument, fields: readonly FieldDefinition[]): Pair[] {
  const context = fieldContext(document, []);
  return fields.map((field) => [
    labelOf(field, context),
    valueInWords(field, valueAt(document, field.at), context) || null,
  ]);
}

/** Pairs under each other, each on one page. */
export const Pairs = ({ pairs }: { pairs: readonly Pair[] }) => (
  <View>
    {pairs.map(([name, value]) => (
      <View key={name} style={p.pair} wrap={false}>
        <Text style={p.name}>{plainText(name)}</Text>
        <Text style={p.value}>{value === null ? "not known yet" : plainText(value)}</Text>
      </View>
    ))}
  </View>
);

/** Lines of a list, each with a dash. */
export const Lines = ({ lines }: { lines: readonly string[] }) => (
  <>
    {lines.map((line, i) => (
      // Two lines may be alike, and none ever moves.
      // biome-ignore lint/suspicious/noArrayIndexKey: see above
      <Text key={i}>- {plainText(line)}</Text>
    ))}
  </>
);

/** A small table; figures are aligned to the right. */
export function PaperTable(props: {
  columns: readonly { title: string; width: string; isFigure?: boolean }[];
  rows: readonly { key: string; cells: readonly string[] }[];
}) {
  const { columns, rows } = props;
  const cell = (text: string, i: number, isHead = false) => {
    const column = columns[i];
    return (
      <Text
        key={column?.title}
        style={{
          width: column?.width ?? "auto",
          textAlign: column?.isFigure ? "right" : "left",
          fontWeight: isHead ? 700 : 400,
        }}
      >
        {plainText(text)}
      </Text>
    );
  };
  return (
    <View style={{ marginTop: 6 }}>
      <View style={p.row} fixed>
        {columns.map(({ title }, i) => cell(title, i, true))}
      </View>
      {rows.map(({ key, cells }) => (
        <View key={key} style={p.row} wrap={false}>
          {cells.map((text, i) => cell(text, i))}
        </View>
      ))}
    </View>
  );
}

/** Answers to tick; a line to write on follows one that ends with a colon. */
export const AnswerBoxes = ({ boxes }: { boxes: readonly string[] }) => (
  <>
    {boxes.map((box) => (
      <View key={box} style={{ flexDirection: "row", gap: 7, marginTop: 5 }}>
        <View style={{ width: 11, height: 11, border: `1pt solid ${PRINT_COLORS.ink}` }} />
        <Text>{box}</Text>
        {box.endsWith(":") && <View style={{ flex: 1, borderBottom: `0.8pt solid ${PRINT_COLORS.ink}` }} />}
      </View>
    ))}
  </>
);
