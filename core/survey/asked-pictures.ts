/** Pictures that a customer is asked for, one by one, each with where to look. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { RegionWords } from "#core/rules/types.ts";
import type { EvidenceId } from "./evidence.ts";

/** Answers besides a picture. */
export const PICTURE_ANSWERS = ["cannot-find", "not-metallic"] as const;
export type PictureAnswer = (typeof PICTURE_ANSWERS)[number];

export const ASKED_PICTURE_IDS = [
  "supply-label",
  "meter",
  "board",
  "board-around",
  "gas-bonding",
  "water-bonding",
  "wall",
  "parking",
  "way-out",
] as const;
export type AskedPictureId = (typeof ASKED_PICTURE_IDS)[number];

export interface AskedPicture {
  id: AskedPictureId;
  /** The item of the evidence list that the picture proves. */
  item: EvidenceId;
  title: string;
  /** Instructions for finding the place and taking the picture. */
  where: string;
  answers: readonly PictureAnswer[];
  /** Meaning of the line that the customer draws on it; absent where no line is asked for. */
  line?: string;
}

interface KnownPicture {
  id: AskedPictureId;
  item: EvidenceId;
  title(words: RegionWords, isLabelOnMain: boolean): string;
  where(words: RegionWords, isLabelOnMain: boolean): string;
  answers?: readonly PictureAnswer[];
  line?: string;
  /** Only where the earthing of the supply is looked at. */
  isOfEarthing?: true;
}

const PICTURES: readonly KnownPicture[] = [
  {
    id: "supply-label",
    item: "supply-label",
    title: (_, isLabelOnMain) => (isLabelOnMain ? "The label on the main switch" : "The label on the sealed fuse box"),
    where: (_, isLabelOnMain) =>
      isLabelOnMain
        ? "The largest switch in the panel. Its figure, such as 100 or 200, stands on the handle. Come close enough to read it."
        : "The sealed box where the cable from the street comes in, near the meter. A label on it says 60, 80 or 100. Do not open or break a seal.",
  },
  {
    id: "meter",
    item: "meter",
    title: () => "The meter with its number",
    where: () => "Straight from the front, so that the number and the bar code can be read.",
  },
  {
    id: "board",
    item: "panel-closed",
    title: ({ board }) => `The ${board} with its door open`,
    where: () => "Open the flap or the door only, never a screwed cover. All switches and their labels in one picture.",
  },
  {
    id: "board-around",
    item: "panel-closed",
    title: ({ board }) => `The ${board} from two steps back`,
    where: () => "The wall round it, and what stands in front of it.",
  },
  {
    id: "gas-bonding",
    item: "bonding-gas",
    title: () => "The clamp on the gas pipe",
    where: () => "A green and yellow wire on a clamp, within 600 mm of the gas meter and before the pipe branches.",
    answers: ["not-metallic"],
    isOfEarthing: true,
  },
  {
    id: "water-bonding",
    item: "bonding-water",
    title: () => "The clamp on the water pipe",
    where: () =>
      "A green and yellow wire on a clamp, within 600 mm of the stop cock and before the pipe branches. Often under the sink.",
    answers: ["not-metallic"],
    isOfEarthing: true,
  },
  {
    id: "wall",
    item: "charger-wall",
    title: () => "The wall for the charger, from far",
    where: () => "Stand so far away that the whole wall and the ground before it are in the picture.",
  },
  {
    id: "parking",
    item: "parking",
    title: () => "The car where it usually stands",
    where: () => "With its charging port in view, and the wall if it fits.",
  },
  {
    id: "way-out",
    item: "route",
    title: () => "Where a cable could leave the house",
    where: () => "From outside. Then draw with your finger how the cable could run.",
    line: "how the cable could run",
  },
];

/** The pictures that are asked for in a home, in the order of a walk. */
export function askedPictures({ rules }: Pick<CaseDocument, "rules">): AskedPicture[] {
  const { words, asksFor } = codebookOf(rules);
  return PICTURES.filter(({ isOfEarthing }) => !isOfEarthing || asksFor.earthing).map(
    ({ id, item, title, where, answers = [], line }) => ({
      id,
      item,
      title: title(words, asksFor.ratingOffMain),
      where: where(words, asksFor.ratingOffMain),
      answers: ["cannot-find", ...answers],
      ...(line && { line }),
    }),
  );
}

/** State of a requested picture: sent, or answered without a picture. */
export interface ToldPicture {
  id: AskedPictureId;
  said: "sent" | PictureAnswer;
  /** Id of the photo that was sent. */
  photo?: string;
}

/** The requested pictures that have neither been sent nor answered. */
export const picturesMissing = (asked: readonly AskedPicture[], told: readonly ToldPicture[]): AskedPicture[] =>
  asked.filter(({ id }) => !told.some((one) => one.id === id));
