/** Data of a customer's page, and the checks of each request to it. */
import { randomUUID } from "node:crypto";
import { createElement } from "react";
import type { RouterContextProvider } from "react-router";
import { isNotToBeUsed } from "#core/case/document/stage.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { isoDay } from "#core/dates.ts";
import { codebookOf } from "#core/rules/index.ts";
import { chargerOutline } from "#core/survey/agreed-place.ts";
import { askedPictures } from "#core/survey/asked-pictures.ts";
import type { PhotoEntry } from "#core/survey/photo.ts";
import { CustomerPage, type CustomerView } from "#customer-page/page.tsx";
import { CustomerPicturesPage, type PicturesView } from "#customer-page/pictures-page.tsx";
import { pageAnswer } from "#customer-page/render.ts";
import { type OpenedLink, openLink, whyNotAcceptable } from "#server/customer-links.ts";
import { Guesses } from "#server/guesses.ts";
import { photosOf } from "#server/job-photos.ts";
import { pageContext } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";

const guesses = new Guesses();

/**
 * The link of a token. A valid link always opens, also where other people at the same address have guessed.
 * @throws the refusal "not-found" where it is unknown, expired or withdrawn; "too-many-guesses" where an address has
 * asked for many such links
 */
export async function linkOf(token: string, context: Readonly<RouterContextProvider>): Promise<OpenedLink> {
  const link = await openLink(token);
  if (link) return link;
  const { address } = context.get(pageContext);
  const now = Date.now();
  if (guesses.isOver(address, now)) throw refuse("too-many-guesses");
  guesses.count(address, now);
  throw refuse("not-found");
}

/** The picture of the wall for the charger: the newest with a drawing on it, otherwise the newest. */
export function placePicture(photos: readonly PhotoEntry[]): PhotoEntry | null {
  const walls = photos.filter(({ item }) => item === "charger-wall");
  return walls.findLast(({ marks }) => marks.length > 0) ?? walls.at(-1) ?? null;
}

/** The lines on a picture, as points of its own pixels. */
const linesOn = ({ width, height, marks }: PhotoEntry): string[] =>
  marks
    .filter(({ kind }) => kind === "route" || kind === "arrow")
    .map(({ points }) => points.map(([x, y]) => `${(x * width).toFixed(0)},${(y * height).toFixed(0)}`).join(" "));

/** @param address of the picture */
export const placeOn = (document: CaseDocument, picture: PhotoEntry | null, address: string): CustomerView["place"] =>
  picture && {
    address,
    width: picture.width,
    height: picture.height,
    lines: linesOn(picture),
    outline: chargerOutline(picture, document),
  };

type Sent = Pick<CustomerView, "problems" | "typed">;
const NOTHING_SENT: Sent = { problems: {}, typed: {} };

const askedView = (link: OpenedLink, sent: Sent) => ({
  firmName: link.firmName,
  name: link.name,
  address: link.address,
  conventions: codebookOf(link.document.rules).conventions,
  isPreview: false,
  messages: link.messages.map(({ at, ...message }) => ({ ...message, at: at.toISOString() })),
  askId: randomUUID(),
  ...sent,
});

async function quoteView(
  link: OpenedLink,
  token: string,
  asks: CustomerView["asks"],
  sent: Sent,
): Promise<CustomerView> {
  const base = `/for/${token}`;
  const photos = await photosOf(link.firmId).list(link.jobId);
  const { issued, answer } = link;
  return {
    ...askedView(link, sent),
    base,
    asks,
    shown: issued?.shown ?? null,
    issued: issued && { number: issued.number, on: isoDay(issued.at) },
    answer,
    isNotToBeUsed: asks === "quote" && isNotToBeUsed(link.document),
    notAcceptable: answer ? null : await whyNotAcceptable(link),
    place: placeOn(link.document, placePicture(photos?.photos ?? []), `${base}/place.jpg`),
  };
}

function picturesView(link: OpenedLink, token: string, sent: Sent, isAnswered: boolean): PicturesView {
  const { typicalHomes, words, survey } = codebookOf(link.document.rules);
  return {
    ...askedView(link, sent),
    base: `/for/${token}`,
    asked: askedPictures(link.document),
    told: link.told,
    built: typicalHomes.map(({ id, built }) => ({ id, name: built })),
    words,
    distanceUnit: survey.usualCar.distancePerDay.unit,
    isAnswered,
  };
}

interface PageOptions {
  /** A form with its problems. */
  sent?: Sent;
  status?: number;
  /** The answers to the questions have just arrived. */
  isAnswered?: boolean;
}

/** The page of a link. */
export async function pageOf(
  link: OpenedLink,
  token: string,
  context: Readonly<RouterContextProvider>,
  { sent = NOTHING_SENT, status = 200, isAnswered = false }: PageOptions = {},
): Promise<Response> {
  const { nonce } = context.get(pageContext);
  const { locale } = codebookOf(link.document.rules).conventions;
  if (link.kind === "pictures") {
    const view = picturesView(link, token, sent, isAnswered);
    const body = createElement(CustomerPicturesPage, { view });
    return pageAnswer({ language: locale, body, script: "pictures", nonce }, status);
  }
  const body = createElement(CustomerPage, { view: await quoteView(link, token, link.kind, sent) });
  return pageAnswer({ language: locale, body, script: "sign", nonce }, status);
}
