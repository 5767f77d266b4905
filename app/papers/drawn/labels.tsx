/** Warning labels on sheets as they are sold: ten on a sheet of A4 or US Letter, cut already. */
import { Document, Page, StyleSheet, Text, View } from "@react-pdf/renderer";
import { labelsOf, type WarningLabel } from "#core/decide/labels.ts";
import { codebookOf } from "#core/rules/index.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import type { PaperInput } from "../index.ts";
import { lacksWay } from "../lacks.ts";
import { plainText, sheetStyles as s } from "../sheet.tsx";

/** Millimetres and inches of the usual sheets with two columns of five. */
const SHEETS = {
  A4: { top: "6mm", side: "4.65mm", width: "99.1mm", height: "57mm", between: "2.5mm" },
  LETTER: { top: "0.5in", side: "0.156in", width: "4in", height: "2in", between: "0.188in" },
} as const;

const l = StyleSheet.create({
  page: { fontFamily: s.page.fontFamily, fontSize: 10.5, color: PRINT_COLORS.ink, lineHeight: 1.25 },
  sheet: { flexDirection: "row", flexWrap: "wrap" },
  label: { padding: "5mm", justifyContent: "space-between" },
  title: {
    fontSize: 17,
    fontWeight: 700,
    lineHeight: 1.15,
    padding: "1.5mm 3mm",
    color: PRINT_COLORS.sheet,
    backgroundColor: PRINT_COLORS.ink,
  },
  text: { fontSize: 12, marginTop: "2mm" },
  at: { fontSize: 10, color: PRINT_COLORS.slate },
});

const LABELS_ON_SHEET = 10;

export const lacksOf = lacksWay;

export default function Labels(input: PaperInput) {
  const { document, assessment, firm, today } = input;
  const codebook = codebookOf(document.rules);
  const sheet = SHEETS[codebook.paper];
  const labels = labelsOf(document, assessment);
  const pages = Array.from({ length: Math.max(1, Math.ceil(labels.length / LABELS_ON_SHEET)) }, (_, i) =>
    labels.slice(i * LABELS_ON_SHEET, (i + 1) * LABELS_ON_SHEET),
  );
  const drawn = (label: WarningLabel, i: number) => (
    <View
      key={label.id}
      style={[l.label, { width: sheet.width, height: sheet.height, marginRight: i % 2 === 0 ? sheet.between : 0 }]}
    >
      <View>
        <Text style={l.title}>{plainText(label.title)}</Text>
        <Text style={l.text}>{plainText(label.text)}</Text>
      </View>
      <Text style={l.at}>
        {plainText(`Fix ${label.at}. ${document.enquiry?.address || document.title}, ${firm}, ${today}`)}
      </Text>
    </View>
  );
  return (
    <Document title={`Labels, ${document.title}`} author={firm} language={codebook.conventions.locale}>
      {pages.map((onPage) => (
        <Page
          key={onPage[0]?.id ?? "none"}
          size={codebook.paper}
          style={[l.page, { paddingTop: sheet.top, paddingHorizontal: sheet.side }]}
        >
          <View style={l.sheet}>
            {onPage.length > 0 ? onPage.map(drawn) : <Text>No way can be taken, so no label is asked for.</Text>}
          </View>
        </Page>
      ))}
    </Document>
  );
}
