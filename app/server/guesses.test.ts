import { describe, expect, it } from "vitest";
import { Guesses } from "./guesses.ts";

const MINUTE = 60_000;

describe("guesses of links", () => {
  it("are refused after twenty in a quarter of an hour, by address", () => {
    const guesses = new Guesses();
    for (let i = 0; i < 19; i++) guesses.count("a", i);
    expect(guesses.isOver("a", 20)).toBe(false);
    guesses.count("a", 20);
    expect(guesses.isOver("a", 21)).toBe(true);
    expect(guesses.isOver("b", 21)).toBe(false);
    expect(guesses.isOver("a", 15 * MINUTE + 21)).toBe(false);
  });
  it("of ten thousand addresses are remembered", () => {
    const guesses = new Guesses();
    for (let i = 0; i < 20; i++) guesses.count("first", 0);
    for (let i = 0; i < 9_999; i++) guesses.count(`other ${i}`, 1);
    expect(guesses.isOver("first", 2)).toBe(true);
    guesses.count("one more", 2);
    expect(guesses.isOver("first", 3)).toBe(false);
  });
});
