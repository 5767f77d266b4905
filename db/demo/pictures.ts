/** Made-up pictures for a demo job: plain drawings, so that no real place or maker is shown. */
import type { EvidenceId } from "#core/survey/evidence.ts";
import type { PhotoMark } from "#core/survey/photo-marks.ts";

export interface DemoPicture {
  item: EvidenceId;
  caption: string;
  /** SVG of 1600 x 1200, turned into a photo when the demo is loaded. */
  svg: string;
  marks: PhotoMark[];
}

const scene = (inner: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="1200"><rect width="1600" height="1200" fill="#b7b2a4"/><rect y="980" width="1600" height="220" fill="#8c8778"/>${inner}</svg>`;
const box = (x: number, y: number, w: number, h: number, fill: string) =>
  `<rect x="${x}" y="${y}" width="${w}" height="${h}" rx="10" fill="${fill}" stroke="#3c4347" stroke-width="8"/>`;
const rows = Array.from(
  { length: 10 },
  (_, i) => box(600, 260 + i * 58, 190, 46, "#2b3033") + box(810, 260 + i * 58, 190, 46, "#2b3033"),
).join("");

/** A plot from above, 25 pixels to the foot, its lower left corner at -8, -20. */
const fromAbove = `<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="1200"><rect width="1600" height="1200" fill="#7f9466"/><rect x="240" y="705" width="800" height="495" fill="#a9a598"/>${box(200, 100, 850, 600, "#8d6f5e")}<path d="M200 400H1050" stroke="#5c473b" stroke-width="10"/><rect x="550" y="705" width="150" height="120" fill="#5f4a34"/><rect x="1050" y="692" width="350" height="8" fill="#4a4036"/><circle cx="1330" cy="300" r="150" fill="#4d6b3c"/></svg>`;

export const DEMO_PICTURES: Readonly<Record<string, readonly DemoPicture[]>> = {
  "tidewrack-saltgrass-lane": [{ item: "parking", caption: "The plot from above", svg: fromAbove, marks: [] }],
  "tidewrack-lantern-row": [
    {
      item: "supply-label",
      caption: "Main breaker, 100 on the handle",
      svg: scene(
        `${box(500, 250, 600, 620, "#9aa0a2")}${box(680, 380, 240, 360, "#2b3033")}<text x="800" y="590" font-size="120" fill="#f5f3ec" text-anchor="middle" font-family="sans-serif">100</text>`,
      ),
      marks: [
        {
          kind: "arrow",
          points: [
            [0.78, 0.3],
            [0.57, 0.44],
          ],
        },
      ],
    },
    {
      item: "meter",
      caption: "Meter beside the garage door",
      svg: scene(
        `${box(560, 300, 480, 560, "#9aa0a2")}<circle cx="800" cy="520" r="150" fill="#dfe4e4" stroke="#3c4347" stroke-width="10"/>${box(690, 760, 220, 60, "#e8e4d6")}`,
      ),
      marks: [],
    },
    {
      item: "panel-closed",
      caption: "All devices, door open",
      svg: scene(`${box(540, 130, 520, 800, "#9aa0a2")}${box(690, 170, 220, 66, "#2b3033")}${rows}`),
      marks: [{ kind: "label", points: [[0.47, 0.68]], text: "six free" }],
    },
    {
      item: "route",
      caption: "Along the garage wall",
      svg: scene(`${box(180, 420, 220, 420, "#9aa0a2")}${box(620, 360, 800, 620, "#d8d3c4")}`),
      marks: [
        {
          kind: "route",
          points: [
            [0.18, 0.36],
            [0.18, 0.2],
            [0.84, 0.2],
            [0.84, 0.5],
          ],
        },
        {
          kind: "dimension",
          points: [
            [0.2, 0.25],
            [0.82, 0.25],
          ],
          text: "31 ft",
        },
      ],
    },
  ],
};
