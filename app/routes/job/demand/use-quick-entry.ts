/** Quick entry of loads: what is typed, what of it was understood, what was added. */
import { useState } from "react";
import { applyPatch } from "#core/case/document/patch.ts";
import type { Load } from "#core/case/document/types.ts";
import { deviceNamed, linkEach } from "#core/panel/links.ts";
import { type EnteredLoad, parseLoads } from "#core/panel/quick-load.ts";
import type { Codebook } from "#core/rules/types.ts";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";

const AWAITED = "Name and rating, then Enter";

export function useQuickEntry(codebook: Codebook, volts: number) {
  const store = useJobStore();
  const [text, setText] = useState("");
  const [refused, setRefused] = useState<string | null>(null);
  const [added, setAdded] = useState("");
  const read = text.trim() === "" ? null : parseLoads(text, codebook, volts);

  function add(entries: readonly EnteredLoad[]) {
    const joined = entries.map(({ load, understood }) => {
      const value: Load = { id: freshId(load.kind), ...load };
      const before = store.getState().document;
      const added = applyPatch(before, [{ op: "add", path: "/loads/-", value }]);
      const circuit = deviceNamed(added, value);
      const links = circuit ? linkEach(before, [{ circuit, load: value }]) : [];
      store.edit([{ op: "add", path: "/loads/-", value }, ...links]);
      return circuit ? `${understood}, linked to its ${codebook.words.device}` : understood;
    });
    setAdded(`Added: ${joined.join("; ")}`);
  }

  return {
    text,
    refused,
    add,
    /** The text below the field: the understood input, or the result of the last entry. */
    said:
      refused ??
      (read === null
        ? added || AWAITED
        : "problem" in read
          ? "..."
          : read.map((e) => e.understood + (e.typical ? " (typical, check the nameplate)" : "")).join("; ")),
    type(typed: string) {
      setText(typed);
      setRefused(null);
    },
    enter() {
      if (!read) return;
      if ("problem" in read) return setRefused(read.problem);
      add(read);
      setText("");
      setRefused(null);
    },
    /** Rows pasted from a spreadsheet: understood rows are entered, the others are reported by line. */
    pasteRows(pasted: readonly string[]) {
      const rows = pasted.map((row, i) => {
        const plain = row.replaceAll("\t", " ");
        return { plain, line: i + 1, entry: parseLoads(plain, codebook, volts) };
      });
      const understood = rows.flatMap(({ entry }) => ("problem" in entry ? [] : entry));
      add(understood);
      const wrong = rows.flatMap(({ plain, line, entry }) =>
        "problem" in entry ? [{ plain, text: `line ${line}: ${entry.problem}` }] : [],
      );
      setText(wrong.map((r) => r.plain).join(" + "));
      setRefused(wrong.length > 0 ? `${understood.length} entered; ${wrong.map((r) => r.text).join("; ")}` : null);
    },
  };
}
