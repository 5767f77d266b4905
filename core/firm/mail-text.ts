/** The text of a mail, as plain text and as HTML. */

export interface MailSender {
  firm: string;
  person: string;
}

const LINK = /https?:\/\/[^\s<>"]+/g;

const escaped = (text: string): string =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;").replaceAll('"', "&quot;");

export const textOfMail = (text: string, { firm, person }: MailSender): string =>
  `${text.trim()}\n\n${person}\n${firm}\n`;

/** Paragraphs with their links; nothing is loaded from anywhere. */
export function htmlOfMail(text: string, { firm, person }: MailSender): string {
  const paragraphs = [text.trim(), `${person}\n${firm}`].flatMap((part) => part.split(/\n{2,}/));
  const shown = paragraphs.map((paragraph) => {
    const lines = escaped(paragraph).replaceAll("\n", "<br>");
    return `<p style="margin:0 0 1em">${lines.replace(LINK, (link) => `<a href="${link}" style="color:#2F5F73">${link}</a>`)}</p>`;
  });
  return `<!doctype html><html><body style="font:16px/1.5 sans-serif;color:#1D2A30;background:#FCFBF7;padding:1.5em;max-width:36em">${shown.join("")}</body></html>`;
}

/** A text whose links to customers' pages can no longer be opened. */
export const withoutTokens = (text: string): string => text.replace(/(\/for\/)[\w-]{20,}/g, "$1...");
