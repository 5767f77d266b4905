/** Parts of the papers that certify the work: isolation, tests, terminals, settings, departures and signatures. */
import { Text, View } from "@react-pdf/renderer";
import type { CaseDocument, Signature } from "#core/case/document/types.ts";
import { SIGNED_FOR } from "#core/case/document/vocabulary.ts";
import { showDay } from "#core/dates.ts";
import { judgeInstallation } from "#core/install/certificate.ts";
import { checksOf } from "#core/install/checks/index.ts";
import { isolationTasks } from "#core/install/isolation.ts";
import { settingsOf } from "#core/install/settings.ts";
import { judgedTerminals, terminalsOf } from "#core/install/terminals.ts";
import type { JudgedTest } from "#core/install/tests.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showReading } from "#core/rules/tests.ts";
import { showNumber } from "#core/units.ts";
import type { PaperInput, PaperSource } from "./index.ts";
import { lacksAddress, lacksWay } from "./lacks.ts";
import { Lines, type Pair, Pairs, PaperTable } from "./parts.tsx";
import { plainText, sheetStyles as s } from "./sheet.tsx";

/** Missing values of a paper that certifies the work: reasons against the certificate, and signatures. */
export function lacksCertificate(source: PaperSource): string[] {
  const { document, assessment, today } = source;
  const signed = document.installation?.signed ?? [];
  return [
    ...lacksAddress(source),
    ...lacksWay(source),
    ...judgeInstallation(document, assessment, today).against,
    ...SIGNED_FOR.flatMap((part) => (signed.some((one) => one.for === part) ? [] : [`a signature for the ${part}`])),
  ];
}

const WORDS: Readonly<Record<JudgedTest["verdict"], string>> = {
  pass: "passes",
  warn: "look again",
  fail: "fails",
  missing: "not made",
};

/** Where the work was done, for whom, by which rules and by whom. */
export function ExtentPairs({ input: { document, firm }, more = [] }: { input: PaperInput; more?: readonly Pair[] }) {
  return (
    <>
      <Text style={s.h2}>Extent</Text>
      <Pairs
        pairs={[
          ["At", document.enquiry?.address || document.title],
          ["Customer", document.enquiry?.customer || null],
          ["Rules", codebookOf(document.rules).name],
          ["Installed by", firm],
          ...more,
        ]}
      />
    </>
  );
}

/** Comments of the people who made the log. */
export function CommentsRecord({ document: { installation } }: { document: CaseDocument }) {
  if (!installation?.comments) return null;
  return (
    <>
      <Text style={s.h2}>Comments</Text>
      <Text>{plainText(installation.comments)}</Text>
    </>
  );
}

/** The schedule of results: each test with its reading, limit and verdict. */
export function ScheduleOfResults({ input: { document, assessment, today } }: { input: PaperInput }) {
  const { tests } = judgeInstallation(document, assessment, today);
  const { name, number } = document.installation?.meter ?? {};
  return (
    <>
      <Text style={s.h2}>Schedule of results</Text>
      <Text>{plainText(`Meter: ${[name, number].filter(Boolean).join(", ") || "not recorded"}`)}</Text>
      <PaperTable
        columns={[
          { title: "Test", width: "36%" },
          { title: "Reading", width: "16%", isFigure: true },
          { title: "Limit", width: "26%" },
          { title: "Verdict", width: "14%" },
        ]}
        rows={tests.map((test) => ({
          key: `${test.id} ${test.circuit ?? ""}`,
          cells: [
            test.circuit ? `${test.label}, circuit ${test.circuit}` : test.label,
            showReading(test.value, test.unit) ?? "-",
            test.limitText || "-",
            WORDS[test.verdict],
          ],
        }))}
      />
    </>
  );
}

/** Steps of isolation, with person and time. */
export function IsolationRecord({ document }: { document: CaseDocument }) {
  return (
    <>
      <Text style={s.h2}>Isolation</Text>
      {isolationTasks(document).map(({ source, name, steps }) => (
        <Pairs
          key={source ?? "supply"}
          pairs={steps.map(({ label, entry }) => [
            `${name}: ${label}`,
            entry ? [entry.at.slice(0, 16).replace("T", " "), entry.by].filter(Boolean).join(", ") : "not logged",
          ])}
        />
      ))}
    </>
  );
}

/** Every terminal with its values, tool and verdict. */
export function TerminalsRecord({ input: { document, assessment, today } }: { input: PaperInput }) {
  const terminals = judgedTerminals(document, terminalsOf(document, assessment), today);
  if (terminals.length === 0) return null;
  return (
    <>
      <Text style={s.h2}>Terminals</Text>
      <PaperTable
        columns={[
          { title: "Terminal", width: "44%" },
          { title: "Label", width: "12%", isFigure: true },
          { title: "Done", width: "12%", isFigure: true },
          { title: "Unit", width: "10%" },
          { title: "Verdict", width: "16%" },
        ]}
        rows={terminals.map(({ terminal, entry, verdict }) => ({
          key: terminal,
          cells: [
            terminal,
            entry?.labelValue == null ? "-" : showNumber(entry.labelValue),
            entry?.value == null ? "-" : showNumber(entry.value),
            entry?.unit ?? "",
            verdict === "pass" ? "passes" : verdict === "fail" ? "fails" : "not recorded",
          ],
        }))}
      />
    </>
  );
}

/** The settings beside their designed values. */
export function SettingsRecord({ input: { document, assessment } }: { input: PaperInput }) {
  const settings = settingsOf(document, assessment).filter(({ entry, designed }) => entry ?? designed);
  if (settings.length === 0) return null;
  return (
    <>
      <Text style={s.h2}>Settings</Text>
      <Pairs
        pairs={settings.map(({ label, designed, entry }) => [
          designed ? `${label} (designed: ${designed})` : label,
          entry ? [entry.value ?? designed, entry.proof && `proved: ${entry.proof}`].filter(Boolean).join("; ") : null,
        ])}
      />
    </>
  );
}

/** The checks of commissioning, with what each showed. */
export function ChecksRecord({ input: { document, assessment } }: { input: PaperInput }) {
  const checks = checksOf(document, assessment);
  if (checks.length === 0) return null;
  return (
    <>
      <Text style={s.h2}>Commissioning</Text>
      <Pairs
        pairs={checks.map(({ name, entry }) => [
          name,
          entry ? `${entry.verdict === "pass" ? "passes" : "fails"}: ${entry.text ?? ""}` : "not made",
        ])}
      />
    </>
  );
}

/** Departures from the tests, with the person who answers for each. */
export function DeparturesRecord({ document }: { document: CaseDocument }) {
  const { conventions, tests } = codebookOf(document.rules);
  const departures = document.installation?.departures ?? [];
  return (
    <>
      <Text style={s.h2}>Departures</Text>
      {departures.length === 0 ? (
        <Text>None.</Text>
      ) : (
        <Lines
          lines={departures.map(
            ({ test, by, why, on }) =>
              `${tests.find(({ id }) => id === test)?.label ?? test}: ${why} (${[by, on && showDay(on, conventions)].filter(Boolean).join(", ")})`,
          )}
        />
      )}
    </>
  );
}

const PARTS: Readonly<Record<Signature["for"], string>> = {
  design: "Design",
  construction: "Construction",
  inspection: "Inspection and testing",
};

/** Signatures for each part of the work; an unsigned part has a line to sign on. */
export function SignedRecord({ document }: { document: CaseDocument }) {
  const { conventions } = codebookOf(document.rules);
  const signed = document.installation?.signed ?? [];
  return (
    <View wrap={false}>
      <Text style={s.h2}>Signed</Text>
      <Pairs
        pairs={SIGNED_FOR.map((part) => {
          const one = signed.findLast((each) => each.for === part);
          const words = one && [one.name, one.license, showDay(one.on, conventions)].filter(Boolean).join(", ");
          return [PARTS[part], words ?? "______________________"];
        })}
      />
    </View>
  );
}
