/** Taking a load out of a case with everything that refers to it. */
import type { Patch, PatchOperation } from "./patch.ts";
import type { CaseDocument } from "./types.ts";

/** The patch that removes the load at `index` and its mentions in circuits, outlets, the charger and other loads. */
export function removeLoad(document: CaseDocument, index: number): Patch {
  const id = document.loads[index]?.id;
  if (id === undefined) return [];
  const mentions: PatchOperation[] = [];
  document.panels.forEach((panel, p) => {
    (panel.circuits ?? []).forEach((circuit, c) => {
      if (circuit.loads?.includes(id))
        mentions.push({
          op: "replace",
          path: `/panels/${p}/circuits/${c}/loads`,
          value: circuit.loads.filter((l) => l !== id),
        });
    });
  });
  (document.outlets ?? []).forEach((outlet, o) => {
    if (outlet.sharedWith === id) mentions.push({ op: "replace", path: `/outlets/${o}/sharedWith`, value: null });
  });
  document.loads.forEach((load, i) => {
    for (const field of ["interlockedWith", "waitsFor"] as const)
      if (load[field] === id && i !== index) mentions.push({ op: "remove", path: `/loads/${i}/${field}` });
  });
  if (document.charger?.load === id) mentions.push({ op: "remove", path: "/charger/load" });
  const { running } = document.enquiry?.trip ?? {};
  if (running?.includes(id))
    mentions.push({ op: "replace", path: "/enquiry/trip/running", value: running.filter((l) => l !== id) });
  if (document.charger?.waitsFor === id) mentions.push({ op: "remove", path: "/charger/waitsFor" });
  return [...mentions, { op: "remove", path: `/loads/${index}` }];
}
