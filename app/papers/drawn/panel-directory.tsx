/** The directory for the inside of the panel's door: every space with what it feeds, to be cut out and fixed. */

import { Text } from "@react-pdf/renderer";
import { codebookOf } from "#core/rules/index.ts";
import { capital } from "#core/words.ts";
import type { PaperInput, PaperSource } from "../index.ts";
import { PanelSchedules } from "../panel-schedules.tsx";
import { PaperSheet, sheetStyles as s } from "../sheet.tsx";

export const lacksOf = ({ document }: PaperSource): string[] =>
  document.panels.some(({ circuits = [] }) => circuits.length > 0) ? [] : ["what is in the panel"];

export default function PanelDirectory(input: PaperInput) {
  const { words, sections } = codebookOf(input.document.rules);
  return (
    <PaperSheet title={`${capital(words.board)} directory`} input={input}>
      <PanelSchedules input={input} />
      <Text style={[s.quiet, { marginTop: 8 }]}>
        As surveyed; verify every circuit before relying on this label ({sections.directory}).
      </Text>
    </PaperSheet>
  );
}
