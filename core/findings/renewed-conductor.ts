/** A conductor in the place of one that is too small. */
import type { Conductor } from "#core/case/document/types.ts";
import type { Home } from "#core/rules/home.ts";

/**
 * The smallest size of the same type that is enough. It is copper, unless the job allows aluminum and the old conductor
 * is of it.
 * @returns null where no size is enough
 */
export function renewedConductor(
  { codebook, document }: Home,
  old: Conductor,
  isEnough: (conductor: Conductor) => boolean,
): Conductor | null {
  const material = document.options?.allowAluminium && old.material ? old.material : "cu";
  const sizes = codebook.feederSizes.map((size): Conductor => ({ ...old, size, material }));
  return sizes.find(isEnough) ?? null;
}
