/** The charge point of the demo, which its stand-in joins with. Its token is no secret: it opens made-up data only. */
export const DEMO_CHARGER = { job: "osier-withy-walk", id: "withy-walk-1", token: "demo-charger" };
