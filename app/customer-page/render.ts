/** The whole page of a customer as HTML, with its style inside. */

import regular from "@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2?url";
import bold from "@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff2?url";
import type { ReactElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import style from "./page.css?inline";

const face = (address: string, weight: number): string =>
  `@font-face{font-family:"Atkinson Hyperlegible Next";font-weight:${weight};font-display:swap;src:url(${address}) format("woff2")}`;

interface Page {
  /** BCP 47 */
  language: string;
  body: ReactElement;
  /** Script of the page, one of those in `scripts`. */
  script: "sign" | "pictures";
  /** Of its style and script. */
  nonce: string;
}

/** Renders a page for a person outside the firm. */
const customerPage = ({ language, body, script, nonce }: Page): string =>
  [
    `<!doctype html><html lang="${language}"><head><meta charset="utf-8">`,
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    '<meta name="robots" content="noindex, nofollow"><meta name="theme-color" content="#F5F3EC">',
    '<title>Your charger</title><link rel="icon" href="/heron.svg" type="image/svg+xml">',
    `<style nonce="${nonce}">${face(regular, 400)}${face(bold, 700)}${style}</style>`,
    `</head><body>${renderToStaticMarkup(body)}<script nonce="${nonce}" type="module" src="/customer-${script}.js"></script></body></html>`,
  ].join("");

/** The answer with a page; no cache stores it, and no search engine lists it. */
export const pageAnswer = (page: Page, status = 200): Response =>
  new Response(customerPage(page), {
    status,
    headers: {
      "Content-Type": "text/html; charset=utf-8",
      "Cache-Control": "no-store",
      "X-Robots-Tag": "noindex, nofollow",
    },
  });
