/** What the fields of a case take from the rules of its job; every rule book has it. */
import type { DeviceKind, OutletType, Panel, SupplySystem } from "../document/types.ts";

export interface FieldRules {
  words: {
    supply: string;
    panel: string;
    mainPanel: string;
    subPanel: string;
    board: string;
    space: string;
    spaces: string;
    device: string;
    outlet: string;
    operator: string;
    supplyRating: string;
    ratingReadOff: string;
    chargerSwitch: string;
    earthConductor: string;
  };
  lengthUnit: "ft" | "m";
  areaUnit: "ft2" | "m2";
  systems: readonly SupplySystem[];
  supplyConductor: { name: string };
  bus: unknown;
  leastSupplyA?: { value: number };
  outlets: Partial<Record<OutletType, { name?: string }>>;
  managed: { usualMarginA?: number };
  charging: { settingsA: readonly number[] };
  wall: { hole: { unit: string } };
  circuit: { asksFor: { grouped: string; terminals: boolean; bends: boolean; escapeRoute: boolean } };
  board: { words: { main(kind: Panel["mainKind"]): string }; devices: readonly DeviceKind[] };
  survey: { apartment: string; association: { label: string }; authority: { label: string } };
  asksFor: {
    floorArea: boolean;
    earthing: boolean;
    evTreatment: boolean;
    isolator: boolean;
    emergencyDisconnect: boolean;
    mainKind: boolean;
    enclosure: boolean;
    rcd: boolean;
  };
}
