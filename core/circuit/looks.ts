/** Whether a route looks as the customer wishes: a wish is advice, and stands beside the price of the route. */
import type { Run, RunSegment } from "#core/case/document/types.ts";
import { routeCheck } from "#core/rules/circuit/check.ts";
import { partsInWords } from "#core/rules/circuit/parts-of-run.ts";
import type { RouteCheck } from "#core/rules/circuit/types.ts";

type Wish = keyof NonNullable<Run["wishes"]>;

interface WishRule {
  label: string;
  asks: string;
  /** Whether a part in sight meets it; null where nobody has said. */
  meets(segment: RunSegment): boolean | null;
}

const looksLike =
  (...looks: readonly RunSegment["looks"][]) =>
  (segment: RunSegment): boolean | null =>
    segment.looks === undefined ? null : looks.includes(segment.looks);

const WISHES: Readonly<Record<Wish, WishRule>> = {
  hidden: { label: "Hidden from view", asks: "no part in sight", meets: looksLike("hidden") },
  low: { label: "Low", asks: "every part hidden or low", meets: looksLike("hidden", "low") },
  notInFront: {
    label: "Not on the front",
    asks: "no part on the front of the home",
    meets: ({ inFront, looks }) => (looks === "hidden" ? true : inFront === undefined ? null : !inFront),
  },
};
const WISH_IDS = Object.keys(WISHES) as Wish[];

/** Methods that hide a part by themselves. */
const OUT_OF_SIGHT: readonly string[] = [
  "in-wall",
  "attic",
  "buried-pvc",
  "ground",
  "insulated-wall",
  "ceiling-insulated",
  "ceiling-deep-insulated",
  "stud-touching",
  "stud-not-touching",
];

const inSight = ({ method }: RunSegment): boolean => !OUT_OF_SIGHT.includes(method);

/** A wish of the customer on a route. */
interface WishState {
  id: Wish;
  /** Null while nobody has said how some part looks. */
  passes: boolean | null;
  /** Indexes of the parts that miss it, and of those of which nobody has said. */
  failing: number[];
  open: number[];
}

const wishStates = ({ wishes, segments = [] }: Pick<Run, "wishes" | "segments">): WishState[] =>
  WISH_IDS.filter((id) => wishes?.[id] === true).map((id) => {
    const said = segments.map((segment) => (inSight(segment) ? WISHES[id].meets(segment) : true));
    const at = (value: boolean | null) => said.flatMap((is, i) => (is === value ? [i] : []));
    const [failing, open] = [at(false), at(null)];
    return { id, passes: failing.length > 0 ? false : open.length > 0 ? null : true, failing, open };
  });

const labelOf = (id: Wish): string => WISHES[id].label.toLowerCase();

/** One line for each wish of the customer. */
export const wishChecks = (run: Pick<Run, "wishes" | "segments">): RouteCheck[] =>
  wishStates(run).map(({ id, passes, failing, open }) => ({
    ...routeCheck(
      `wish-${id}`,
      `Wish of the customer: ${labelOf(id)}`,
      passes,
      "The customer's wish",
      WISHES[id].asks,
      failing.length > 0
        ? `${partsInWords(failing)}: not so`
        : open.length > 0
          ? `${partsInWords(open)}: say how it looks`
          : "every part",
    ),
    advice: true,
  }));

/** The wishes that a route does not meet, or of which nobody has said; empty where it meets all. */
export const wishesOpen = (run: Pick<Run, "wishes" | "segments">): { label: string; isMissed: boolean }[] =>
  wishStates(run)
    .filter(({ passes }) => passes !== true)
    .map(({ id, passes }) => ({ label: labelOf(id), isMissed: passes === false }));
