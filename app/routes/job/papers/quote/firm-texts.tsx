/** Puts one of the firm's texts into an option; the option keeps the words as they are now. */
import { Select } from "antd";
import { useState } from "react";
import { setValue } from "#core/case/document/set-value.ts";
import type { FirmText } from "#core/firm/firm-text.ts";
import { ANSWERS } from "#core/wire.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { askFor } from "#ui/live/connection.ts";

const PATIENCE_MS = 10_000;

/** @param index of the option @param name of it, such as "Option 2" */
export function FirmTexts({ index, name }: { index: number; name: string }) {
  const store = useJobStore();
  const [texts, setTexts] = useState<readonly FirmText[] | null>(null);
  const load = async () => setTexts((await askFor(ANSWERS.firmTexts, "/firm/texts", PATIENCE_MS)) ?? []);
  const put = (id: string) => {
    const text = texts?.find((one) => one.id === id)?.text;
    const { document } = store.getState();
    const before = document.quote?.options?.[index]?.text;
    if (text) store.edit(setValue(document, `/quote/options/${index}/text`, before ? `${before}\n\n${text}` : text));
  };
  return (
    <Select
      size="small"
      aria-label={`Text of the firm for ${name}`}
      placeholder="Put in a text of the firm"
      value={null}
      style={{ minWidth: "14rem" }}
      onOpenChange={(isOpen) => isOpen && void load()}
      onChange={(id: string | null) => id && put(id)}
      options={(texts ?? []).map(({ id, title }) => ({ value: id, label: title }))}
      notFoundContent={texts === null ? "..." : "None yet: write them under Texts"}
    />
  );
}
