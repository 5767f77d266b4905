/** Fields of a schema that know their type: Yup checks the value, TypeScript follows. */
import { type AnySchema, array, boolean, mixed, number, object, string } from "yup";

declare const holds: unique symbol;
declare const needed: unique symbol;

/** A Yup schema of values of type `T`; `Needed` where the field may not be left out. */
export type Field<T, Needed extends boolean = false> = AnySchema & { readonly [holds]?: T; readonly [needed]?: Needed };
type Fields = Record<string, Field<unknown, boolean>>;
type Held<F> = F extends { readonly [holds]?: infer T } ? NonNullable<T> | Extract<T, null> : never;
type NeededKeys<S extends Fields> = { [K in keyof S]: S[K] extends { readonly [needed]?: true } ? K : never }[keyof S];
type Flat<T> = { [K in keyof T]: T[K] };
/** The type of an object with these fields. */
export type TypeOf<S extends Fields> = Flat<
  { [K in NeededKeys<S>]: Held<S[K]> } & { [K in Exclude<keyof S, NeededKeys<S>>]?: Held<S[K]> }
>;

/** A field that may not be left out. */
export const needs = <T>(field: Field<T, boolean>): Field<T, true> => field.required("is required") as Field<T, true>;
/** A field that may be null: unknown, or absent. */
export const orNull = <T>(field: Field<T, boolean>): Field<T | null> => field.nullable() as Field<T | null>;

export const oneOf = <const T extends string | number>(values: readonly T[]): Field<T> =>
  mixed<T>().oneOf([...values], `must be one of: ${values.join(", ")}`) as Field<T>;
export const oneOfOrNull = <const T extends string>(values: readonly T[]): Field<T | null> =>
  mixed<T>()
    .nullable()
    .oneOf([...values, null], `must be one of: ${values.join(", ")}`) as Field<T | null>;

export const text = (most = 300): Field<string> =>
  string().typeError("must be text").max(most, `must be at most ${most} characters`);
export const matching = (pattern: RegExp, message: string): Field<string> =>
  string().typeError(message).matches(pattern, message);
export const yesNo = (): Field<boolean> => boolean().typeError("must be true or false");

const figure = () =>
  number()
    .typeError("must be a number")
    .test("finite", "must be a number", (v) => v === undefined || v === null || Number.isFinite(v));
const unitOf = (unit: string) => (unit ? ` ${unit}` : "");
export const above = (most: number, unit = "", least = 0): Field<number> =>
  figure()
    .moreThan(least, least === 0 ? "must be greater than 0" : `must be more than ${least}`)
    .max(most, `must be at most ${most}${unitOf(unit)}`);
export const fromZero = (most: number): Field<number> =>
  figure().min(0, "must not be negative").max(most, `must be at most ${most}`);
export const between = (least: number, most: number): Field<number> =>
  figure().min(least, `must be at least ${least}`).max(most, `must be at most ${most}`);
export const whole = (least: number, most: number): Field<number> =>
  figure()
    .integer("must be a whole number")
    .min(least, `must be at least ${least}`)
    .max(most, `must be at most ${most}`);

export const part = <const S extends Fields>(fields: S): Field<TypeOf<S>> =>
  object(fields).default(undefined).typeError("must be an object") as unknown as Field<TypeOf<S>>;
/** Entries of a table: more than a case has fields that could be named. */
const MOST_KEYS = 5000;

/** A table with keys of its own, each with one of these values. */
export const table = <const T extends string>(values: readonly T[]): Field<Record<string, T>> =>
  object({})
    .default(undefined)
    .typeError("must be an object")
    .test("count", "has too many entries", (given) => given === undefined || Object.keys(given).length <= MOST_KEYS)
    .test(
      "known",
      `must each be one of: ${values.join(", ")}`,
      (given) => given === undefined || Object.values(given).every((v) => values.includes(v as T)),
    ) as unknown as Field<Record<string, T>>;
/** Some of these keys, each with one of these values. */
export const some = <const K extends string, const T extends string>(
  keys: readonly K[],
  values: readonly T[],
): Field<Partial<Record<K, T>>> =>
  object(Object.fromEntries(keys.map((key) => [key, oneOf(values)])))
    .default(undefined)
    .typeError("must be an object") as unknown as Field<Partial<Record<K, T>>>;
/** Some of these keys, each with how often. */
export const counts = <K extends string>(keys: readonly K[], most: number): Field<Partial<Record<K, number>>> =>
  part(Object.fromEntries(keys.map((key) => [key, whole(0, most)]))) as unknown as Field<Partial<Record<K, number>>>;
export const list = <T>(of: Field<T, boolean>, most: number): Field<T[]> =>
  array(of as never)
    .typeError("must be a list")
    .max(most, `must have at most ${most} entries`) as unknown as Field<T[]>;
/** A list of exactly `count` elements. */
export const exactly = <T>(of: Field<T, boolean>, count: number, message: string): Field<T[]> =>
  list(of, count).test("count", message, (v) => v === undefined || v.length === count) as Field<T[]>;
export const quantity = <const U extends string>(
  units: readonly U[],
  most: number,
  zero = false,
): Field<{ value: number; unit: U }> =>
  part({ value: needs(zero ? fromZero(most) : above(most)), unit: needs(oneOf(units)) }) as unknown as Field<{
    value: number;
    unit: U;
  }>;
