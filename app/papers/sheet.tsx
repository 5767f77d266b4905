/** Shared parts of all papers: page, head with job and firm, what is missing, foot with page numbers, signature lines. */

import { Document, Page, StyleSheet, Text, View } from "@react-pdf/renderer";
import { createContext, type ReactNode, useContext } from "react";
import { showDay } from "#core/dates.ts";
import { codebookOf } from "#core/rules/index.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import { TEXT_FONT } from "./fonts.ts";
import type { PaperInput, PaperOrigin } from "./index.ts";
import { QrCode } from "./qr-code.tsx";

export const sheetStyles = StyleSheet.create({
  page: { padding: "10mm 15mm 13mm", fontFamily: TEXT_FONT, fontSize: 10, color: PRINT_COLORS.ink, lineHeight: 1.35 },
  head: {
    flexDirection: "row",
    justifyContent: "space-between",
    borderBottom: `1.5pt solid ${PRINT_COLORS.ink}`,
    paddingBottom: 6,
  },
  title: { fontSize: 17, fontWeight: 700, lineHeight: 1.2 },
  h2: { fontSize: 11.5, fontWeight: 700, marginTop: 8, marginBottom: 2, lineHeight: 1.25 },
  quiet: { color: PRINT_COLORS.slate },
  sign: { flexDirection: "row", gap: 18, marginTop: 20 },
  line: { flex: 1, borderTop: `0.8pt solid ${PRINT_COLORS.ink}`, paddingTop: 3, color: PRINT_COLORS.slate },
  headLeft: { flex: 1, paddingRight: 12 },
  headRight: { alignItems: "flex-end", maxWidth: "40%" },
  code: { marginLeft: 10 },
  missing: { border: `1.2pt solid ${PRINT_COLORS.ink}`, padding: 7, marginTop: 10 },
  // A line of its own at the foot, cut off where it is too long.
  foot: {
    position: "absolute",
    bottom: 15,
    fontSize: 10,
    color: PRINT_COLORS.slate,
    maxLines: 1,
    textOverflow: "ellipsis",
  },
  // The renderer scales the line height of such a text twice, and draws it off the page; 0 means the font's own height.
  pageNumber: { right: 42, textAlign: "right", lineHeight: 0 },
  transliterated: { fontSize: 10, color: PRINT_COLORS.slate, marginTop: 3 },
});
const s = sheetStyles;

/** The shipped fonts have no such signs; the trade writes them out. */
export const plainText = (text: string) => text.replaceAll("≤", "at most ").replaceAll("Ω", "ohm");

/** "version 2, revision 14 of the job"; a paper that was not issued is a draft. */
const originInWords = ({ version, revision }: PaperOrigin): string =>
  `${version === null ? "draft" : `version ${version}`}, revision ${revision} of the job`;

/** The first page names what is missing. */
const Lacks = ({ what }: { what: readonly string[] }) =>
  what.length === 0 ? null : (
    <View style={s.missing} wrap={false}>
      <Text style={{ fontWeight: 700 }}>This paper is not complete</Text>
      <Text>Still to be entered: {plainText(what.join(", "))}.</Text>
    </View>
  );

interface SheetProps {
  title: string;
  input: PaperInput;
  /** Points; 10 where nothing is said. */
  fontSize?: number;
  children: ReactNode;
}

/** Whether a sheet is one of several in a pack, which is the document of all of them. */
const InPack = createContext(false);

/** Several sheets as one paper; the first of them names what is missing. */
export function PaperPack({ title, input, children }: Pick<SheetProps, "title" | "input" | "children">) {
  const { document, firm } = input;
  const { locale } = codebookOf(document.rules).conventions;
  return (
    <Document title={`${title}, ${document.title}`} author={firm} language={locale}>
      <InPack.Provider value>{children}</InPack.Provider>
    </Document>
  );
}

/** One paper on the country's own format, or one sheet of a pack. */
export function PaperSheet(props: SheetProps) {
  const { title, input } = props;
  const isInPack = useContext(InPack);
  const sheet = <SheetPage {...props} />;
  if (isInPack) return sheet;
  const { document, firm } = input;
  const { locale } = codebookOf(document.rules).conventions;
  return (
    <Document title={`${title}, ${document.title}`} author={firm} language={locale}>
      {sheet}
    </Document>
  );
}

function SheetPage({ title, input, fontSize, children }: SheetProps) {
  const { document, firm, preparedBy, today, isTransliterated, lacks, origin } = input;
  const codebook = codebookOf(document.rules);
  return (
    <Page size={codebook.paper} style={[s.page, fontSize ? { fontSize } : {}]}>
      <Text style={[s.foot, { left: 42, right: 120 }]} fixed>
        {document.title} - {firm}
      </Text>
      <Text
        style={[s.foot, s.pageNumber]}
        fixed
        render={({ pageNumber, totalPages }) => `${pageNumber} / ${totalPages}`}
      />
      <View style={s.head}>
        <View style={s.headLeft}>
          <Text style={s.title}>{title}</Text>
          <Text>{document.enquiry?.address || document.title}</Text>
          {document.enquiry?.customer ? <Text style={s.quiet}>for {document.enquiry.customer}</Text> : null}
        </View>
        <View style={s.headRight}>
          <Text style={{ fontWeight: 700, textAlign: "right" }}>{firm}</Text>
          <Text style={s.quiet}>{codebook.name}</Text>
          <Text style={[s.quiet, { textAlign: "right" }]}>
            {[preparedBy, showDay(today, codebook.conventions)].filter(Boolean).join(", ")}
          </Text>
          {origin && <Text style={s.quiet}>{originInWords(origin)}</Text>}
        </View>
        {origin && (
          <View style={s.code}>
            <QrCode text={origin.link} size={52} />
          </View>
        )}
      </View>
      {isTransliterated && (
        <Text style={s.transliterated}>
          Names in other letters than Latin, Greek and Cyrillic are written in Latin letters on this paper. The job has
          them as they were typed.
        </Text>
      )}
      <Lacks what={lacks} />
      {children}
    </Page>
  );
}

/** Lines to sign on, side by side. */
export function SignatureLines({ lines }: { lines: readonly string[] }) {
  return (
    <View style={s.sign} wrap={false}>
      {lines.map((line) => (
        <Text key={line} style={s.line}>
          {line}
        </Text>
      ))}
    </View>
  );
}
