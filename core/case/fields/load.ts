/** A load of the ledger; its row has controls of its own. */
import { defineFields } from "./field.ts";

const own = { kind: "own" } as const;

export const loadFields = defineFields(
  { step: "demand", section: "loads" },
  {
    kind: { at: "/loads/*/kind", label: "Kind", control: own },
    label: { at: "/loads/*/label", label: "Name", control: own },
    va: { at: "/loads/*/va", label: "Nameplate", control: own },
    amps: { at: "/loads/*/amps", label: "Nameplate", control: own },
    volts: { at: "/loads/*/volts", label: "Volts", control: own },
    ampsFrom: { at: "/loads/*/ampsFrom", label: "Meaning of its amperes", control: own },
    quantity: { at: "/loads/*/quantity", label: "Number", control: own },
    existing: { at: "/loads/*/existing", label: "Installed", control: own },
    panel: { at: "/loads/*/panel", label: "Panel", control: own },
    phase: { at: "/loads/*/phase", label: "Phase", control: own },
    controlled: { at: "/loads/*/controlled", label: "Separately controlled units", control: own },
    continuous: { at: "/loads/*/continuous", label: "Runs for three hours or more", control: own },
    socketOnControl: { at: "/loads/*/socketOnControl", label: "Socket on its control", control: own },
  },
);
