import { refuse } from "#server/refusals.ts";

export function loader(): never {
  throw refuse("not-found");
}
export default function NotFound() {
  return null;
}
