/** Interval data of the open job: reading a file, the stored files, and the open one. */
import { proxy } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { DataAnalysis } from "#core/energy/analysis.ts";
import type { CsvMapping } from "#core/energy/intervals/formats/mapping.ts";
import type { IntervalProblem } from "#core/energy/intervals/formats/problems.ts";
import type { KeptAbout } from "#core/energy/intervals/kept.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { ColumnQuestion, ReadAnswer } from "#ui/interval-data/interval-worker.ts";
import { rememberMapping, savedMappings } from "#ui/interval-data/mappings.ts";
import { newIntervalWorker } from "#ui/interval-data/new-interval-worker.ts";
import { intervalSender, keepData, listData, removeData, valuesOf } from "#ui/interval-data/store.ts";
import { useJobAtRest } from "#ui/job-store/use-job.tsx";
import { whenOnline } from "#ui/live/retry.ts";

export interface KeptFile {
  about: KeptAbout;
  /** Only in this browser so far. */
  waits: boolean;
}

/** The open file. */
export interface OpenFile {
  about: KeptAbout;
  analysis: DataAnalysis;
  /** How its columns were read; null where the file defines them, or was stored before. */
  asked: (ColumnQuestion & { mapping: CsvMapping }) | null;
}

export type ReadingState =
  | { state: "at-rest" }
  | { state: "reading"; name: string; share: number }
  | { state: "refused"; name: string; problems: IntervalProblem[] }
  | ({ state: "asks"; file: File } & ColumnQuestion);

const NO_READER =
  "The reader of files did not start or broke off: with a line, load this page again and read it once more";
const REFUSED_ELSEWHERE = "This file could not be kept on the server";

export function useFiles(jobId: string) {
  const job = useJobAtRest();
  const { document } = job;
  const [kept, setKept] = useState<KeptFile[] | null>(null);
  const [reading, setReading] = useState<ReadingState>({ state: "at-rest" });
  const [open, setOpen] = useState<OpenFile | null>(null);
  const worker = useRef<ReturnType<typeof newIntervalWorker> | null>(null);
  const lastFile = useRef<File | null>(null);

  const end = useCallback(() => {
    worker.current?.end();
    worker.current = null;
  }, []);
  const start = useCallback(() => {
    end();
    worker.current = newIntervalWorker();
    return worker.current;
  }, [end]);
  /** Asks the worker; where it cannot be fetched or breaks off, that is an error and no waiting for ever. */
  const asking = <T>(work: (ask: ReturnType<typeof newIntervalWorker>["ask"]) => Promise<T>): Promise<T> => {
    const { ask, failed } = worker.current ?? start();
    return Promise.race([work(ask), failed]);
  };
  /** Does something with a file; what goes wrong on the way is said. */
  const tried = async (name: string, work: () => Promise<void>): Promise<void> => {
    try {
      await work();
    } catch (error) {
      console.warn("interval data:", error);
      end();
      setReading({ state: "refused", name, problems: [{ line: null, message: NO_READER }] });
    }
  };
  const list = useCallback(() => listData(jobId).then(setKept, () => setKept([])), [jobId]);
  const sender = useRef<ReturnType<typeof intervalSender> | null>(null);
  useEffect(() => {
    const queue = intervalSender(jobId, (about, answer) => {
      if (answer.kind === "refused")
        setReading({
          state: "refused",
          name: about.name,
          problems: [{ line: null, message: `${REFUSED_ELSEWHERE}: ${answer.text}` }],
        });
      void list();
    });
    sender.current = queue;
    void list();
    queue.soon();
    const stopListening = whenOnline(() => queue.soon());
    return () => {
      stopListening();
      queue.stop();
    };
  }, [jobId, list]);
  useEffect(() => end, [end]);

  const saidOf = (about: KeptAbout): Partial<NonNullable<CaseDocument["measured"]>> => {
    const now = document.measured;
    const same = now?.digest === about.digest;
    return {
      ...(same && { source: now.source, heatingSeason: now.heatingSeason }),
      file: about.name,
      digest: about.digest,
    };
  };

  /** Opens a stored file and analyses it for the present case. */
  const show = async (about: KeptAbout, values: Uint8Array<ArrayBuffer>, asked: OpenFile["asked"]) => {
    const analysis = await asking((ask) => ask.analyse(values, about, document, saidOf(about)));
    setOpen({ about, analysis, asked });
    end();
  };

  const keep = async (about: KeptAbout, values: Uint8Array<ArrayBuffer>) => {
    await keepData(jobId, about, values);
    await sender.current?.sendAll();
    await list();
  };

  const read = async (file: File, mapping: CsvMapping | null = null, head: string | null = null): Promise<void> => {
    end();
    lastFile.current = file;
    setOpen(null);
    setReading({ state: "reading", name: file.name, share: 0 });
    const { conventions } = codebookOf(document.rules);
    const known = await savedMappings();
    const onProgress = proxy((share: number) => setReading({ state: "reading", name: file.name, share }));
    const said = { mapping, zone: mapping?.zone ?? null };
    const answer = await asking<ReadAnswer>(async (ask) => ask.read(file, conventions, known, said, onProgress));
    if (answer.kind === "refused") {
      setReading({ state: "refused", name: file.name, problems: answer.problems });
      end();
      return;
    }
    if (answer.kind === "ask") {
      setReading({ state: "asks", file, guess: answer.guess, head: answer.head });
      end();
      return;
    }
    if (mapping && head) await rememberMapping({ head, mapping });
    const { about, values, asked } = answer;
    await show(about, values, asked);
    setReading({ state: "at-rest" });
    await keep(about, values);
  };

  return {
    document,
    kept,
    reading,
    open,
    read: (file: File, mapping?: CsvMapping, head?: string) =>
      void tried(file.name, () => read(file, mapping ?? null, head ?? null)),
    cancel() {
      end();
      setReading({ state: "at-rest" });
    },
    /** Says once more what the columns of the file that is open mean. */
    askAgain() {
      if (open?.asked && lastFile.current)
        setReading({ state: "asks", file: lastFile.current, guess: open.asked.guess, head: open.asked.head });
      setOpen(null);
    },
    close: () => setOpen(null),
    openKept: ({ about }: KeptFile) =>
      tried(about.name, async () => {
        const values = await valuesOf(jobId, about);
        if (values) await show(about, values, null);
        else
          setReading({
            state: "refused",
            name: about.name,
            problems: [{ line: null, message: "It is on the server, and there is no connection" }],
          });
      }),
    async take({ about }: KeptFile) {
      if (await removeData(jobId, about.digest)) {
        if (open?.about.digest === about.digest) setOpen(null);
        await list();
      }
    },
    /** Writes stored data as CSV, in Heron's plain form. */
    download: ({ about }: KeptFile) =>
      tried(about.name, async () => {
        const values = await valuesOf(jobId, about);
        if (!values) return;
        const csv = await asking((ask) => ask.csv(values, about));
        end();
        const address = URL.createObjectURL(new Blob([csv], { type: "text/csv" }));
        const link = window.document.createElement("a");
        link.href = address;
        link.download = `${about.name.replace(/\.\w+$/, "")}.csv`;
        link.click();
        URL.revokeObjectURL(address);
      }),
    /** A year made up from the job's own loads. */
    makeUp: (seed: number) =>
      tried("a made-up year", async () => {
        setOpen(null);
        setReading({ state: "reading", name: "a made-up year", share: 0.5 });
        const { about, values } = await asking((ask) => ask.makeUp(document, seed));
        await show(about, values, null);
        setReading({ state: "at-rest" });
        await keep(about, values);
      }),
    /** Data read from a recorder is handled like a file. */
    readText: (name: string, text: string) =>
      void tried(name, () => read(new File([text], name, { type: "text/csv" }))),
  };
}
export type MeasuredFiles = ReturnType<typeof useFiles>;
