/** Reads files of interval data and works out what they say, off the page's own thread. */

import { expose, transfer } from "comlink";
import type { CaseDocument, Measured } from "#core/case/document/types.ts";
import type { Conventions } from "#core/conventions.ts";
import { analysisOf, type DataAnalysis } from "#core/energy/analysis.ts";
import { type ColumnGuess, type CsvMapping, fileHead } from "#core/energy/intervals/formats/mapping.ts";
import { IntervalDataRefused, type IntervalProblem } from "#core/energy/intervals/formats/problems.ts";
import { guessOf, readIntervalFile, textOf } from "#core/energy/intervals/formats/read.ts";
import { MADE_UP_LINE, writeIntervalCsv } from "#core/energy/intervals/formats/write.ts";
import { aboutSeries, digestOf, type KeptAbout, packValues, unpackValues } from "#core/energy/intervals/kept.ts";
import { qualityOf } from "#core/energy/intervals/quality.ts";
import type { IntervalSeries } from "#core/energy/intervals/series.ts";
import { madeSeries } from "#core/energy/replay/made-series.ts";
import { INTERVAL_FILE_TOO_LARGE, MOST_INTERVAL_FILE_BYTES } from "#core/limits.ts";
import { fetchCodebook } from "#core/rules/fetch.ts";
import { codebookOf } from "#core/rules/index.ts";

/** The question about a CSV's columns. */
export interface ColumnQuestion {
  guess: ColumnGuess;
  /** By this the firm's answer is found again. */
  head: string;
}

export type ReadAnswer =
  | { kind: "refused"; problems: IntervalProblem[] }
  | ({ kind: "ask" } & ColumnQuestion)
  | {
      kind: "read";
      about: KeptAbout;
      values: Uint8Array<ArrayBuffer>;
      asked: (ColumnQuestion & { mapping: CsvMapping }) | null;
    };

type Progress = (share: number) => void;
/** Progress is rounded to hundredths, to limit the number of messages. */
const inHundredths = (tell: Progress): Progress => {
  let told = -1;
  return (share) => {
    const now = Math.floor(share * 100);
    if (now <= told) return;
    told = now;
    tell(now / 100);
  };
};

/** The last series read or made up, cached because it is usually opened next. */
let last: { digest: string; series: IntervalSeries } | null = null;

const api = {
  /**
   * @param known the firm's earlier answers by head
   * @param mapping a person's answer; absent where none was needed
   */
  async read(
    file: File,
    conventions: Conventions,
    known: readonly { head: string; mapping: CsvMapping }[],
    said: { mapping: CsvMapping | null; zone: string | null },
    onProgress: Progress,
  ): Promise<ReadAnswer> {
    try {
      if (file.size > MOST_INTERVAL_FILE_BYTES)
        return { kind: "refused", problems: [{ line: null, message: `The file ${INTERVAL_FILE_TOO_LARGE}.` }] };
      const bytes = await file.arrayBuffer();
      const digest = await digestOf(bytes);
      const text = textOf(new Uint8Array(bytes));
      const guess = guessOf(text, conventions);
      let asked: (ColumnQuestion & { mapping: CsvMapping }) | null = null;
      if (guess) {
        const head = await digestOf(new TextEncoder().encode(fileHead(guess)));
        const before = known.find((k) => k.head === head)?.mapping;
        // The lines before the head differ from file to file.
        const mapping = said.mapping ?? (before && { ...before, headLine: guess.mapping.headLine });
        if (!mapping && guess.doubts.length > 0) return { kind: "ask", guess, head };
        asked = { guess, head, mapping: mapping ?? guess.mapping };
      }
      const { series, quality, form } = readIntervalFile(text, conventions, {
        zone: said.zone,
        onProgress: inHundredths(onProgress),
        ...(asked && { mapping: asked.mapping }),
      });
      last = { digest, series };
      const madeUp = text.startsWith(MADE_UP_LINE);
      const about = aboutSeries(series, quality, { digest, name: file.name, form, madeUp });
      const values = (await packValues(series)) as Uint8Array<ArrayBuffer>;
      return transfer({ kind: "read", about, values, asked }, [values.buffer]);
    } catch (error) {
      if (error instanceof IntervalDataRefused) return { kind: "refused", problems: error.problems };
      throw error;
    }
  },

  async analyse(
    values: Uint8Array,
    about: KeptAbout,
    document: CaseDocument,
    said: Partial<Measured>,
  ): Promise<DataAnalysis> {
    await fetchCodebook(document.rules);
    const series = last?.digest === about.digest ? last.series : await unpackValues(values, about);
    return analysisOf(series, about.quality, document, codebookOf(document.rules), said);
  },

  /** Stored data, written as CSV. */
  async csv(values: Uint8Array, about: KeptAbout): Promise<string> {
    return writeIntervalCsv(await unpackValues(values, about), about.madeUp);
  },

  /** A year for practice. */
  async makeUp(document: CaseDocument, seed: number): Promise<{ about: KeptAbout; values: Uint8Array<ArrayBuffer> }> {
    await fetchCodebook(document.rules);
    const codebook = codebookOf(document.rules);
    const minutes = codebook.survey.measuredYear.intervalMinutes ?? 15;
    const series = madeSeries(document, codebook, seed, minutes, codebook.conventions.timeZone);
    const csv = writeIntervalCsv(series, true);
    const digest = await digestOf(new TextEncoder().encode(csv));
    last = { digest, series };
    const name = `made-up-${seed}.csv`;
    const about = aboutSeries(series, qualityOf(series, []), { digest, name, form: "CSV", madeUp: true });
    const values = (await packValues(series)) as Uint8Array<ArrayBuffer>;
    return transfer({ about, values }, [values.buffer]);
  },
};
export type IntervalWorker = typeof api;

expose(api);
