/** The whole page of a customer as HTML, with its style inside. */

import regular from "@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2?url";
import bold from "@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff2?url";
import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import style from "./page.css?inline";
import { CustomerPage, type CustomerView } from "./page.tsx";

const face = (address: string, weight: number): string =>
  `@font-face{font-family:"Atkinson Hyperlegible Next";font-weight:${weight};font-display:swap;src:url(${address}) format("woff2")}`;

/** @param nonce of the page's style and script */
export function customerPage(view: CustomerView, nonce: string): string {
  const body = renderToStaticMarkup(createElement(CustomerPage, { view }));
  return [
    `<!doctype html><html lang="${view.conventions.locale}"><head><meta charset="utf-8">`,
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    '<meta name="robots" content="noindex, nofollow"><meta name="theme-color" content="#F5F3EC">',
    '<title>Your charger</title><link rel="icon" href="/heron.svg" type="image/svg+xml">',
    `<style nonce="${nonce}">${face(regular, 400)}${face(bold, 700)}${style}</style>`,
    `</head><body>${body}<script nonce="${nonce}" src="/customer-page.js" defer></script></body></html>`,
  ].join("");
}
