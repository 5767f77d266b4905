/** Quick entry of devices: `20 kitchen`, `2p 30 dryer`, `tandem 15 hall`, `rcbo 32 cooker`, `fuse 30 ring`, `blank`. */

import type { Circuit, DeviceKind, Protects } from "#core/case/document/types.ts";
import { DEVICE_NAMES } from "#core/case/fields/circuit.ts";
import { ownValue } from "#core/own-value.ts";
import type { NotUnderstood } from "#core/quantity/parse.ts";
import type { BoardRules } from "#core/rules/board.ts";
import { showA } from "#core/units.ts";
import { capital } from "#core/words.ts";

export interface EnteredDevice {
  device: Omit<Circuit, "id">;
  /** The understood text, e.g. "2-pole 30 A breaker, Dryer". */
  understood: string;
}

/** Name of a device: its own label, otherwise its type. */
export const deviceName = ({ label, device }: Pick<Circuit, "label" | "device">): string =>
  label || DEVICE_NAMES[device ?? "breaker"];

/** Understands one device, or says what it did not understand; nothing is guessed silently. */
export function parseDevice(text: string, board: BoardRules): EnteredDevice | NotUnderstood {
  const example = board.examples.device;
  if (text.trim() === "") return { problem: `Type a device, for example: ${example}` };
  const device: Omit<Circuit, "id"> = {};
  const label: string[] = [];
  for (const word of text.trim().split(/\s+/)) {
    const low = word.toLowerCase();
    const poles = /^([1-4])(?:p|-?pole)$/.exec(low);
    const curved = board.curves ? /^([bcd])(\d{1,3})a?$/.exec(low) : null;
    const rating = /^(\d{1,4})a?$/.exec(low);
    const named = label.length > 0;
    if (poles && !named) device.poles = Number(poles[1]);
    else if (curved && !named) {
      device.curve = (curved[1] as string).toUpperCase();
      device.ratingA = Number(curved[2]);
    } else if (rating && !named) {
      if (device.ratingA !== undefined)
        return { problem: `"${word}": a device has one rating; ${device.ratingA} A stands already` };
      device.ratingA = Number(rating[1]);
    } else if (!named && ownValue(board.deviceNames, low))
      device.device = ownValue(board.deviceNames, low) as DeviceKind;
    else if (!named && ownValue(board.protectNames, low))
      device.protects = ownValue(board.protectNames, low) as Protects;
    else if (/^-?[\d.,]+[a-z]*$/.test(low) && !named)
      return { problem: `"${word}" is not understood; a rating is whole amperes, for example: ${example}` };
    else label.push(word);
  }
  const kind = device.device ?? board.devices[0];
  if (kind === "blank") return { device: { device: "blank", poles: 1 }, understood: "Blank" };
  const poles = device.poles ?? (kind === "quad" ? 2 : 1);
  const wrong = checkDevice(kind, poles, device.ratingA, board);
  if (wrong) return { problem: wrong };
  const name = label.join(" ");
  const shown = capital(name);
  return {
    device: {
      ...device,
      device: kind,
      poles,
      ...(kind === "rcbo" && { rcd: "A" as const }),
      ...((kind === "mcb" || kind === "rcbo") && { curve: device.curve ?? "B" }),
      ...(shown && { label: shown }),
      ...(kind === "surge" && !shown && { label: "Surge protection" }),
      status: "in-use",
    },
    understood: [
      `${poles > 1 ? `${poles}-pole ` : ""}${device.ratingA === undefined ? "" : `${showA(device.ratingA)} `}${DEVICE_NAMES[kind]}`,
      device.protects ? device.protects.toUpperCase().replace("-", "/") : "",
      kind === "rcbo" ? "type A" : "",
      shown,
    ]
      .filter(Boolean)
      .join(", "),
  };
}

function checkDevice(kind: DeviceKind, poles: number, ratingA: number | undefined, board: BoardRules): string | null {
  if (kind === "quad" && poles !== 2)
    return "A quad is two 2-pole devices in two spaces: enter each pair as quad 30 dryer";
  if (kind === "tandem" && poles !== 1)
    return "A tandem is two 1-pole devices in one space: enter each as tandem 15 hall";
  if (ratingA === undefined) return kind === "surge" ? null : `What rating? For example: ${board.examples.rating}`;
  const ratings = board.ratingsA;
  if (!ratings.includes(ratingA)) {
    const near = [...ratings].sort((a, b) => Math.abs(a - ratingA) - Math.abs(b - ratingA))[0];
    return `There is no ${DEVICE_NAMES[kind]} of ${ratingA} A; the nearest standard rating is ${near} A`;
  }
  return null;
}
