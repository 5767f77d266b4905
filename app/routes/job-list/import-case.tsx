/** Import of a case file by choosing or dropping it; it is validated in the browser first, for an immediate answer. */
import { Alert, Upload } from "antd";
import { useState } from "react";
import { useFetcher } from "react-router";
import { CaseRefused, type InputProblem } from "#core/case/document/problems.ts";
import { CASE_TOO_LARGE, MOST_CASE_BYTES } from "#core/limits.ts";
import styles from "./job-list.module.css";
import type { action } from "./route.tsx";

export default function ImportCase() {
  const fetcher = useFetcher<typeof action>();
  const [problems, setProblems] = useState<InputProblem[]>([]);
  const told = problems.length > 0 ? problems : (fetcher.data?.problems ?? []);

  async function take(file: File | undefined) {
    if (!file) return;
    setProblems([]);
    if (file.size > MOST_CASE_BYTES) return setProblems([{ path: file.name, message: CASE_TOO_LARGE }]);
    try {
      // The reader comes with all rule sets: it is fetched when there is something to read.
      const [{ readCaseText }] = await Promise.all([import("#core/laws/read.ts"), import("#core/rules/editions.ts")]);
      readCaseText(await file.text());
    } catch (error) {
      if (!(error instanceof CaseRefused)) throw error;
      return setProblems(error.problems.map((p) => ({ ...p, path: p.path || file.name })));
    }
    const form = new FormData();
    form.set("file", file);
    fetcher.submit(form, { method: "post", action: "/?index", encType: "multipart/form-data" });
  }

  return (
    <section className={styles.import} aria-label="Import a case file">
      <Upload.Dragger
        accept=".json,application/json"
        showUploadList={false}
        beforeUpload={(file) => {
          void take(file);
          return false;
        }}
      >
        {fetcher.state === "idle" ? (
          <>
            Drop a case file here, or <span className={styles.choose}>choose one</span>
          </>
        ) : (
          "Reading the file ..."
        )}
      </Upload.Dragger>
      {told.length > 0 && (
        <Alert
          type="error"
          role="alert"
          title="The file was not taken:"
          description={
            <ul>
              {told.map((p) => (
                <li key={p.path + p.message}>
                  <span className="figure">{p.path}</span> {p.message}
                </li>
              ))}
            </ul>
          }
        />
      )}
    </section>
  );
}
