/** The plan of the plot: the charger, the hole through its wall, and the photo under the plan. */
import { NO_UNITS } from "#core/quantity/parse.ts";
import { defineFields, type FieldContext } from "./field.ts";

const number = { kind: "number", units: NO_UNITS, usual: "" } as const;
const required = { ...number, empty: "refused" } as const;
const unitIn = ({ document }: FieldContext) => document.place?.unit ?? "";
const hasPlan = ({ document }: FieldContext) => Boolean(document.place);
const hasCharger = ({ document }: FieldContext) => Boolean(document.place?.charger);
const hasPhoto = ({ document }: FieldContext) => Boolean(document.place?.underlay);

export const placeFields = defineFields(
  { step: "circuit", section: "place" },
  {
    leadLength: {
      at: "/place/charger/leadLength",
      label: (context) => `Lead, ${unitIn(context)}`,
      control: number,
      asked: hasCharger,
    },
    height: {
      at: "/place/charger/height",
      label: (context) => `Height of its outlet, ${unitIn(context)}`,
      control: number,
      asked: hasCharger,
    },
    width: {
      at: "/place/charger/width",
      label: (context) => `Width of the charger, ${unitIn(context)}`,
      control: number,
      asked: hasCharger,
    },
    photoWidth: {
      at: "/place/underlay/width",
      label: (context) => `Its width, ${unitIn(context)}`,
      control: number,
      asked: hasPhoto,
    },
    photoLeft: {
      at: "/place/underlay/at/0",
      label: (context) => `Its left edge at, ${unitIn(context)}`,
      control: required,
      asked: hasPhoto,
    },
    photoBottom: {
      at: "/place/underlay/at/1",
      label: (context) => `Its lower edge at, ${unitIn(context)}`,
      control: required,
      asked: hasPhoto,
    },
    photoTurned: { at: "/place/underlay/turned", label: "Turned, °", control: number, asked: hasPhoto },
    holeThickness: {
      at: "/place/hole/thickness",
      label: ({ rules }) => `All layers of the wall, ${rules.wall.hole.unit}`,
      control: number,
      asked: hasPlan,
    },
    holeOutside: {
      at: "/place/hole/outside",
      label: ({ rules }) => `Height outside, ${rules.wall.hole.unit}`,
      control: number,
      asked: hasPlan,
    },
    holeInside: {
      at: "/place/hole/inside",
      label: ({ rules }) => `Height inside, ${rules.wall.hole.unit}`,
      control: number,
      asked: hasPlan,
    },
  },
);
