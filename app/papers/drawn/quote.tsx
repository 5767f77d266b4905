/** The quote: up to three options in plain words, with price, wait, work and what is not included; and acceptance. */
import { StyleSheet, Text, View } from "@react-pdf/renderer";
import { daysAfter, showDay } from "#core/dates.ts";
import { type OfferOption, offerLacks, offerOf } from "#core/quote/offer.ts";
import type { ShownPaper } from "#core/quote/shown-paper.ts";
import { codebookOf } from "#core/rules/index.ts";
import { commonScaleA } from "#core/waterline.ts";
import { PRINT_COLORS } from "#ui/theme/palette.ts";
import type { PaperInput, PaperSource } from "../index.ts";
import { AnswerBoxes, Lines, type Pair, Pairs } from "../parts.tsx";
import { PaperSheet, plainText, SignatureLines, sheetStyles as s } from "../sheet.tsx";
import { PaperWaterline } from "../waterline.tsx";

const q = StyleSheet.create({
  option: { borderTop: `1.2pt solid ${PRINT_COLORS.ink}`, marginTop: 12, paddingTop: 6 },
  head: { flexDirection: "row", justifyContent: "space-between", gap: 12 },
  name: { flex: 1, fontSize: 13, fontWeight: 700, lineHeight: 1.2 },
  price: { fontSize: 13, fontWeight: 700, textAlign: "right", maxWidth: "50%", lineHeight: 1.2 },
});

export const lacksOf = ({ document, book, assessment }: PaperSource): string[] =>
  offerLacks(document, book, assessment);

export const shownOf = ({ document, book, assessment }: PaperSource): ShownPaper => ({
  kind: "offer",
  ...offerOf(document, book, assessment),
});

/** Names and values of an option, without those it does not have. */
function optionPairs(option: OfferOption): Pair[] {
  const { afterGrants, deposit, gives, costs, wait, off, leaves } = option;
  const pairs: (Pair | false)[] = [
    afterGrants !== null && ["After the grants counted on", afterGrants],
    deposit !== null && ["Deposit", deposit],
    ["What it gives", gives.join(". ")],
    costs.length > 0 && ["What charging costs", costs.join(". ")],
    ["Wait", wait],
    ["Switched off", off],
    ["Later", leaves],
  ];
  return pairs.filter((pair): pair is Pair => pair !== false);
}

function Option({ option, number, scaleA }: { option: OfferOption; number: number; scaleA: number }) {
  return (
    <View style={q.option}>
      <View wrap={false}>
        <View style={q.head}>
          <Text style={q.name}>
            {number}. {plainText(option.name)}
            {option.isSuggested ? " (we suggest this)" : ""}
          </Text>
          <Text style={q.price}>{option.price}</Text>
        </View>
        <Text style={s.quiet}>{plainText(option.means)}</Text>
        <View style={{ flexDirection: "row", gap: 12, marginTop: 4 }}>
          <View style={{ flex: 1 }}>
            <Pairs pairs={optionPairs(option)} />
          </View>
          <PaperWaterline level={option.level} width={150} height={120} scaleA={scaleA} />
        </View>
      </View>
      {option.text !== "" && <Text style={{ marginTop: 4 }}>{plainText(option.text)}</Text>}
      <View wrap={false}>
        <Text style={[s.quiet, { marginTop: 4 }]}>What is done:</Text>
        <Lines lines={option.work} />
        {option.outside.map((text) => (
          <Text key={text} style={{ marginTop: 3 }}>
            {plainText(text)}
          </Text>
        ))}
      </View>
    </View>
  );
}

const waysInWords = (count: number): string => (count === 0 ? "Ways" : count === 1 ? "One way" : `${count} ways`);

export default function Quote(input: PaperInput) {
  const { document, book, assessment, firm, today } = input;
  const { conventions, words } = codebookOf(document.rules);
  const offer = offerOf(document, book, assessment);
  const scaleA = commonScaleA(offer.options.map(({ level }) => level));
  const grants = offer.options[0]?.grants ?? [];
  return (
    <PaperSheet title="Quote" input={input} fontSize={10.4}>
      <Text style={{ marginTop: 8 }}>
        {waysInWords(offer.options.length)} to charge an electric vehicle at{" "}
        {document.enquiry?.address || document.title}. Prices include tax. This quote holds until{" "}
        {showDay(daysAfter(today, offer.validDays), conventions)}.
      </Text>
      {offer.isMadeUp && (
        <Text style={{ fontWeight: 700 }}>
          The prices are made-up examples: the firm has not entered its own price book yet.
        </Text>
      )}
      {offer.options.map((option, i) => (
        <Option key={option.id} option={option} number={i + 1} scaleA={scaleA} />
      ))}
      {grants.length > 0 && (
        <View wrap={false}>
          <Text style={s.h2}>Grants</Text>
          <Lines lines={grants.map(({ name, amount, condition }) => `${name}, ${amount}. ${condition}`)} />
        </View>
      )}
      <View wrap={false}>
        <Text style={s.h2}>Not included</Text>
        {offer.notIncluded.length > 0 ? (
          <Lines lines={offer.notIncluded} />
        ) : (
          <Text>Decorating, and whatever nobody could see before the work.</Text>
        )}
      </View>
      {offer.terms !== "" && (
        <View>
          <Text style={s.h2}>Terms</Text>
          <Text>{plainText(offer.terms)}</Text>
        </View>
      )}
      {offer.assumptions.length > 0 && (
        <View wrap={false}>
          <Text style={s.h2}>Assumed</Text>
          <Lines lines={offer.assumptions} />
        </View>
      )}
      {/** The signature is never alone on a page. */}
      <View wrap={false}>
        <Text style={s.h2}>What people ask</Text>
        {offer.questions.map(({ question, answer }) => (
          <Text key={question} style={{ marginTop: 2 }}>
            <Text style={{ fontWeight: 700 }}>{question}</Text> {answer}
          </Text>
        ))}
        <Text style={s.h2}>Acceptance</Text>
        <AnswerBoxes boxes={offer.options.map(({ name, price }, i) => `I accept option ${i + 1}: ${name}, ${price}`)} />
        <SignatureLines lines={["Name", "Signature", "Date"]} />
        <Text style={[s.quiet, { marginTop: 8 }]}>
          {firm} does the work by {words.competent}. Local code and the {words.authority}'s rules come first.
        </Text>
      </View>
    </PaperSheet>
  );
}
