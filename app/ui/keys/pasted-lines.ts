/** Lines that are pasted into a field that takes one line at a time. */
import type { ClipboardEvent } from "react";

/** @returns the lines that are not empty, where there are several; null where the field may take the text as it is */
export function pastedLines(event: ClipboardEvent): string[] | null {
  const lines = event.clipboardData
    .getData("text")
    .split(/\r?\n/)
    .filter((line) => line.trim() !== "");
  if (lines.length < 2) return null;
  event.preventDefault();
  return lines;
}
