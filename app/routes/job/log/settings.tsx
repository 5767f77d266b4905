/** The settings sheet: what was set, beside what the design asks for and what proves it. */
import { Checkbox, Input } from "antd";
import type { SettingEntry } from "#core/case/document/types.ts";
import { logPatch } from "#core/install/log.ts";
import { type Setting, settingsOf } from "#core/install/settings.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { deferred } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { useLog } from "./use-log.ts";

export const SettingsSection = deferred(function Settings({ document, assessment }) {
  const { by, today, write } = useLog();
  const rows = settingsOf(document, assessment);
  const put = ({ id, entry }: Setting, more: Partial<SettingEntry>) =>
    write((at) => {
      const { value, proof } = { ...entry, ...more };
      const isEmpty = !value && !proof;
      const next = { id, ...(value && { value }), ...(proof && { proof }), by, on: today };
      return logPatch(at, "settings", (one) => one.id === id, isEmpty ? null : next);
    });
  if (rows.length === 0) return null;
  return (
    <Section id="settings" title="Settings">
      <DataTable
        label="Settings"
        isWide
        stacksOnPhone
        rows={rows}
        rowKey={({ id }) => id}
        columns={[
          { title: "Setting", kind: "name", cell: ({ label }) => label },
          { title: "Designed", cell: ({ designed }) => designed ?? "as found" },
          {
            title: "Set to",
            cell: (row) => (
              <Input
                // An undo gives the words that were there before.
                key={row.entry?.value ?? ""}
                aria-label={`Set to: ${row.label}`}
                placeholder={row.designed ?? ""}
                maxLength={300}
                defaultValue={row.entry?.value ?? ""}
                onBlur={({ target }) => {
                  const value = target.value.trim();
                  if (value !== (row.entry?.value ?? "")) put(row, { value });
                }}
              />
            ),
          },
          {
            title: "Proved",
            cell: (row) => (
              <Checkbox
                checked={Boolean(row.entry?.proof)}
                aria-label={`Proved: ${row.label}`}
                onChange={({ target }) => put(row, { proof: target.checked ? row.proof : "" })}
              >
                {row.proof}
              </Checkbox>
            ),
          },
        ]}
      />
    </Section>
  );
});
