/** The two demo firms and their people: made up, in towns that do not exist. */

import type { Role } from "#core/firm/rights.ts";
import type { Stage } from "#core/firm/stages.ts";

export interface DemoFirm {
  id: string;
  name: string;
  town: string;
  rules: string;
  people: { id: string; name: string; email: string; role: Role }[];
  /** Case files beside this one, with the stage of the job; the last changed first. */
  jobs: { file: string; stage: Stage }[];
}

export const DEMO_PASSWORD = "heron-demo";

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
      { file: "tidewrack-coopers-slip", stage: "quoted" },
      { file: "tidewrack-breakwater-street", stage: "survey" },
      { file: "tidewrack-gannet-hill", stage: "waiting" },
      { file: "tidewrack-kelp-row", stage: "survey" },
      { file: "tidewrack-samphire-close", stage: "quoted" },
      { file: "tidewrack-tern-court", stage: "survey" },
      { file: "tidewrack-harbor-steps", stage: "survey" },
      { file: "tidewrack-skiff-lane", stage: "quoted" },
      { file: "tidewrack-saltgrass-lane", stage: "installed" },
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
      { file: "osier-withy-walk", stage: "quoted" },
      { file: "osier-curlew-bank", stage: "survey" },
      { file: "osier-marsh-view", stage: "survey" },
      { file: "osier-reed-bank", stage: "quoted" },
      { file: "osier-weir-lane", stage: "waiting" },
      { file: "osier-alder-staithe", stage: "survey" },
      { file: "osier-fen-lock", stage: "survey" },
      { file: "osier-net-loft", stage: "enquiry" },
    ],
  },
];
