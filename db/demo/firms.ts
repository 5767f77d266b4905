/** The two demo firms and their people: made up, in towns that do not exist. */

import type { Stage, WaitedFor } from "#core/case/document/types.ts";
import type { AuthorityPage } from "#core/firm/authority.ts";
import type { FirmText } from "#core/firm/firm-text.ts";
import type { Role } from "#core/firm/rights.ts";

export interface DemoFirm {
  id: string;
  name: string;
  town: string;
  rules: string;
  people: { id: string; name: string; email: string; role: Role }[];
  /** Case files beside this one; the last changed first. */
  jobs: DemoJob[];
  texts: Pick<FirmText, "title" | "text">[];
  authorities: AuthorityPage[];
}

/** A job of the demo, and where it stands; days are counted from the day on which the demo is loaded. */
export interface DemoJob {
  file: string;
  stage: Stage;
  /** How long ago it came to its stage. */
  daysAgo?: number;
  /** All notices that it owes were given. */
  isNotified?: true;
  /** The way that was decided for. */
  decided?: { way: string; why: string };
  waits?: { for: WaitedFor; what: string; daysAgo: number; askInDays?: number }[];
}

export const DEMO_PASSWORD = "heron-demo";
/** What the demo people sign work with. */
export const DEMO_PIN = "2468";

export const DEMO_FIRMS: readonly DemoFirm[] = [
  {
    id: "tidewrack",
    name: "Tidewrack Electric",
    town: "Pell Harbor",
    rules: "us-nec-2023",
    people: [
      { id: "demo-mara", name: "Mara Quill", email: "mara@tidewrack.example", role: "owner" },
      { id: "demo-jonah", name: "Jonah Pike", email: "jonah@tidewrack.example", role: "electrician" },
      { id: "demo-tess", name: "Tess Arbo", email: "tess@tidewrack.example", role: "apprentice" },
    ],
    jobs: [
      { file: "tidewrack-lantern-row", stage: "survey" },
      {
        file: "tidewrack-coopers-slip",
        stage: "quoted",
        daysAgo: 9,
        waits: [{ for: "customer", what: "the quote", daysAgo: 9, askInDays: -2 }],
      },
      { file: "tidewrack-breakwater-street", stage: "survey" },
      {
        file: "tidewrack-gannet-hill",
        stage: "waiting",
        daysAgo: 31,
        waits: [{ for: "operator", what: "a larger service", daysAgo: 31, askInDays: 4 }],
      },
      { file: "tidewrack-kelp-row", stage: "survey" },
      { file: "tidewrack-samphire-close", stage: "quoted" },
      { file: "tidewrack-tern-court", stage: "survey" },
      { file: "tidewrack-harbor-steps", stage: "survey" },
      { file: "tidewrack-skiff-lane", stage: "quoted" },
      {
        file: "tidewrack-saltgrass-lane",
        stage: "to-prove",
        daysAgo: 12,
        decided: { way: "dynamic-load-management", why: "A second car and a heat pump are planned" },
      },
    ],
    texts: [
      {
        title: "What the clamps do",
        text: "Two clamps at the main watch what your home draws. The charger takes only what is left, so the main never trips because of the car.",
      },
      { title: "Our guarantee", text: "Two years on our work. The charger has its maker's guarantee." },
    ],
    authorities: [
      {
        name: "Pell Harbor",
        forms: "Electrical permit EP-2, at the counter or by mail",
        days: 5,
        fees: "$85 a circuit",
        wishes: "A picture of the open panel with its label, and the load calculation on one page",
      },
    ],
  },
  {
    id: "osier",
    name: "Osier & Daughter Electrical",
    town: "Saltmere",
    rules: "uk-bs7671-2018-a2",
    people: [
      { id: "demo-wren", name: "Wren Osier", email: "wren@osier.example", role: "owner" },
      { id: "demo-alder", name: "Alder Osier", email: "alder@osier.example", role: "electrician" },
    ],
    jobs: [
      { file: "osier-sluice-road", stage: "survey" },
      { file: "osier-withy-walk", stage: "done", daysAgo: 372, isNotified: true },
      { file: "osier-curlew-bank", stage: "survey" },
      { file: "osier-marsh-view", stage: "survey" },
      { file: "osier-reed-bank", stage: "quoted" },
      {
        file: "osier-weir-lane",
        stage: "waiting",
        daysAgo: 20,
        waits: [{ for: "operator", what: "the looped supply", daysAgo: 20, askInDays: 0 }],
      },
      { file: "osier-alder-staithe", stage: "survey" },
      { file: "osier-fen-lock", stage: "survey" },
      { file: "osier-net-loft", stage: "enquiry" },
    ],
    texts: [
      {
        title: "Why a board of its own",
        text: "Your old board stays as it is. The charger gets a small board of its own beside it, so that neither disturbs the other.",
      },
      { title: "Our guarantee", text: "Two years on our work. The charger has its maker's guarantee." },
    ],
    authorities: [
      {
        name: "Saltmere",
        forms: "Notice of work, through the scheme or by letter",
        days: 10,
        fees: "none through the scheme",
        wishes: "A picture of the cut-out with its label",
      },
    ],
  },
];
