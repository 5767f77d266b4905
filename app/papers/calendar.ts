/** The days of a job as an iCalendar file (RFC 5545). */
import ical from "ical-generator";
import { assess } from "#core/assess.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { jobDays } from "#core/progress/job-days.ts";

interface CalendarOrder {
  document: CaseDocument;
  book: PriceBook;
  /** ISO day on which the first step may begin. */
  start: string;
  /** Names the job in the ids of its days, so that a calendar program replaces them when it reads them again. */
  job: string;
  /** Revision of the job: a calendar program replaces days by those of a later one. */
  revision?: number;
}

/** @returns the text of the file, with days that last the whole day */
export function calendarOf({ document, book, start, job, revision = 0 }: CalendarOrder): string {
  const calendar = ical({ name: document.title, prodId: { company: "Heron", product: "Heron", language: "EN" } });
  const { address, customer } = document.enquiry ?? {};
  for (const { id, text, from, until } of jobDays(document, assess(document, book), start, book))
    calendar.createEvent({
      id: `${id}@${job}.heron`,
      sequence: revision,
      stamp: `${start}T00:00:00.000Z`,
      start: `${from}T00:00:00.000Z`,
      end: `${until}T00:00:00.000Z`,
      allDay: true,
      summary: `${document.title}: ${text}`,
      ...(address && { location: address }),
      ...(customer && { description: `For ${customer}` }),
    });
  return calendar.toString();
}
