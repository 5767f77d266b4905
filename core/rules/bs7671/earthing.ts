/**
 * The external earth fault loop impedance (Ze), at an electrode its resistance to earth, that an arrangement may have, ohm.
 * Source: network operators' declared maximum for TN; BS 7671 table 41.5 for TT: 50 V while the RCD's 30 mA flow.
 */
export const MOST_ZE_OHM = {
  "tn-c-s": { ohm: 0.35, rule: "BS 7671 313.1, network operator's declared maximum" },
  "tn-s": { ohm: 0.8, rule: "BS 7671 313.1, network operator's declared maximum" },
  tt: { ohm: 1667, rule: "BS 7671 411.5.3, table 41.5" },
} as const;

/** An electrode above this is not expected to stay as it is through a dry summer, ohm. */
export const STABLE_ELECTRODE_OHM = 200;
