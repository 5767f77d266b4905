/**
 * Made-up prices and lead times for each way, until a firm's own price book is filled.
 * Each is low, typical, high; money in the rule set's currency, lead time in days.
 */
import type { WayId } from "../case/document/types.ts";

type Range = readonly [low: number, typical: number, high: number];
interface WayPrice {
  USD: Range;
  GBP: Range;
  days: { USD: Range; GBP: Range };
}

export const MADE_UP_PRICES: Record<WayId, WayPrice> = {
  "existing-outlet": { USD: [60, 140, 320], GBP: [40, 90, 220], days: { USD: [0, 1, 4], GBP: [0, 1, 4] } },
  "reuse-circuit": { USD: [380, 640, 1100], GBP: [290, 480, 820], days: { USD: [4, 9, 18], GBP: [3, 7, 14] } },
  "dedicated-circuit": { USD: [780, 1240, 2300], GBP: [620, 940, 1600], days: { USD: [5, 12, 24], GBP: [4, 9, 18] } },
  "circuit-splitter": { USD: [420, 610, 960], GBP: [720, 1020, 1500], days: { USD: [3, 7, 14], GBP: [4, 9, 18] } },
  "dynamic-load-management": {
    USD: [1180, 1780, 2950],
    GBP: [760, 1120, 1850],
    days: { USD: [7, 15, 28], GBP: [5, 10, 20] },
  },
  "panel-change": { USD: [2300, 3450, 5600], GBP: [680, 980, 1600], days: { USD: [12, 25, 45], GBP: [6, 12, 25] } },
  "separate-board": { USD: [980, 1580, 2700], GBP: [340, 520, 880], days: { USD: [8, 16, 30], GBP: [5, 10, 20] } },
  "service-upgrade": {
    USD: [3900, 6400, 11500],
    GBP: [420, 1250, 4800],
    days: { USD: [25, 55, 120], GBP: [28, 60, 150] },
  },
};
