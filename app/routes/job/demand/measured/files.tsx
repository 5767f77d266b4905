/** Files of interval data: read from a meter or a recorder, stored with the job, opened, and made its evidence. */

import { Alert, Button, Flex, Tag } from "antd";
import { useRef } from "react";
import { intervalProblemLine } from "#core/energy/intervals/formats/problems.ts";
import { WorkProgress } from "#ui/controls/work-progress.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { DataSheet } from "./data-sheet.tsx";
import { lengthInWords } from "./in-words.ts";
import { MappingForm } from "./mapping-form.tsx";
import styles from "./measured.module.css";
import { RecorderSearch } from "./recorder.tsx";
import { useFiles } from "./use-files.ts";

export default function FileList({ jobId }: { jobId: string }) {
  const files = useFiles(jobId);
  const { document, kept, open, reading } = files;
  const input = useRef<HTMLInputElement>(null);
  const evidence = document.measured?.digest;
  return (
    <Flex orientation="vertical" gap={14} className={styles.files}>
      <Flex wrap align="center" gap={8}>
        <input
          ref={input}
          type="file"
          hidden
          accept=".csv,.txt,.tsv,.xml,text/csv,text/plain,text/xml,application/xml"
          aria-label="File of interval data"
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            if (file) files.read(file);
            // The same file may be picked again once it was mended.
            target.value = "";
          }}
        />
        <Button onClick={() => input.current?.click()} disabled={reading.state === "reading"}>
          Read a file
        </Button>
        <Button onClick={() => void files.makeUp(1)} disabled={reading.state === "reading"}>
          Made-up year for practice
        </Button>
        <span className="quiet">CSV, Green Button XML, half-hour exports, recorder files</span>
      </Flex>
      <RecorderSearch onText={files.readText} />
      {reading.state === "reading" && (
        <Flex wrap align="center" gap={8}>
          <WorkProgress share={reading.share} label={`Reading ${reading.name}`} />
          Reading {reading.name}
          <Button size="small" onClick={files.cancel}>
            Cancel
          </Button>
        </Flex>
      )}
      {reading.state === "refused" && (
        <Alert
          type="error"
          role="alert"
          title={`Nothing of ${reading.name} was imported:`}
          description={
            <ul>
              {reading.problems.map((p) => (
                <li key={intervalProblemLine(p)}>{intervalProblemLine(p)}</li>
              ))}
            </ul>
          }
        />
      )}
      {reading.state === "asks" && (
        <MappingForm
          key={reading.head}
          guess={reading.guess}
          onSaid={(mapping) => files.read(reading.file, mapping, reading.head)}
          onCancel={files.cancel}
        />
      )}
      {open && <DataSheet open={open} files={files} />}
      {kept && kept.length > 0 && (
        <DataTable
          label="Kept with this job"
          isCaptioned
          isWide
          rows={kept}
          rowKey={(file) => file.about.digest}
          columns={[
            {
              title: "File",
              kind: "name",
              className: styles.fileName,
              cell: ({ about, waits }) => (
                <>
                  {about.name} {about.digest === evidence && <Tag>evidence</Tag>}
                  {about.madeUp && <Tag>made up</Tag>}
                  {waits && <span className="quiet"> waiting here for a connection</span>}
                </>
              ),
            },
            {
              title: "What it holds",
              className: styles.holds,
              cell: ({ about }) => lengthInWords(about.intervalS, about.quality.days),
            },
            {
              title: "Do",
              cell: (file) => (
                <Flex wrap gap={8} justify="end">
                  {file.about.digest === open?.about.digest ? (
                    <Button size="small" onClick={files.close}>
                      Close
                    </Button>
                  ) : (
                    <Button
                      size="small"
                      onClick={() => void files.openKept(file)}
                      aria-label={`Open ${file.about.name}`}
                    >
                      Open
                    </Button>
                  )}
                  <Button
                    size="small"
                    type="text"
                    onClick={() => void files.download(file)}
                    aria-label={`${file.about.name} as CSV`}
                  >
                    CSV
                  </Button>
                  {file.about.digest !== evidence && (
                    <Button
                      size="small"
                      type="text"
                      danger
                      onClick={() => void files.take(file)}
                      aria-label={`Remove ${file.about.name}`}
                    >
                      Remove
                    </Button>
                  )}
                </Flex>
              ),
            },
          ]}
        />
      )}
    </Flex>
  );
}
