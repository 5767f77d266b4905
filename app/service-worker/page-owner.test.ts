import { expect, it } from "vitest";
import { mayKeep, type PageOwner } from "./page-owner.ts";

const DAY_S = 24 * 3600;
const contactMs = Date.UTC(2026, 10, 29, 8);
const owner: PageOwner = { person: "mara", keepS: 3 * DAY_S, contactMs };
const after = (s: number) => contactMs + s * 1000;

it.each([
  ["its person's page just after the last contact", owner, "mara", 0, true],
  ["its person's page at the end of the third day", owner, "mara", 3 * DAY_S, true],
  ["no page a second later", owner, "mara", 3 * DAY_S + 1, false],
  ["its person's page where the clock went back a day", owner, "mara", -DAY_S, true],
  ["no page of another person", owner, "wren", 0, false],
  ["no page that says not whose it is", owner, null, 0, false],
  ["nothing where nobody is known", null, "mara", 0, false],
])("a browser without a connection shows %s", (_, known, page, s, shown) =>
  expect(mayKeep(known, page, after(s))).toBe(shown),
);
