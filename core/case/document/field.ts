/** Fields of a schema that know their type: Yup checks the value, TypeScript follows. */
import { type AnySchema, array, boolean, mixed, number, object, string } from "yup";

declare const holds: unique symbol;
declare const needed: unique symbol;

/** A Yup schema of values of type `T`; `Needed` where the field may not be left out. */
export type SchemaField<T, Needed extends boolean = false> = AnySchema & {
  readonly [holds]?: T;
  readonly [needed]?: Needed;
};
type Fields = Record<string, SchemaField<unknown, boolean>>;
type Held<F> = F extends { readonly [holds]?: infer T } ? NonNullable<T> | Extract<T, null> : never;
type NeededKeys<S extends Fields> = { [K in keyof S]: S[K] extends { readonly [needed]?: true } ? K : never }[keyof S];
type Flat<T> = { [K in keyof T]: T[K] };
/** The type of an object with these fields. */
export type TypeOf<S extends Fields> = Flat<
  { [K in NeededKeys<S>]: Held<S[K]> } & { [K in Exclude<keyof S, NeededKeys<S>>]?: Held<S[K]> }
>;

/** A field that may not be left out. */
export const requiredField = <T>(field: SchemaField<T, boolean>): SchemaField<T, true> =>
  field.required("is required") as SchemaField<T, true>;
/** A field that may be null: unknown, or absent. */
export const orNull = <T>(field: SchemaField<T, boolean>): SchemaField<T | null> =>
  field.nullable() as SchemaField<T | null>;

/** A field with one of the given values. */
export const oneOf = <const T extends string | number>(values: readonly T[]): SchemaField<T> =>
  mixed<T>().oneOf([...values], `must be one of: ${values.join(", ")}`) as SchemaField<T>;
/** A field with one of the given values, or null. */
export const oneOfOrNull = <const T extends string>(values: readonly T[]): SchemaField<T | null> =>
  mixed<T>()
    .nullable()
    .oneOf([...values, null], `must be one of: ${values.join(", ")}`) as SchemaField<T | null>;

/** A text of at most `most` characters. */
export const textField = (most = 300): SchemaField<string> =>
  string().typeError("must be text").max(most, `must be at most ${most} characters`);
/** A text, or an object with the given fields. @param message follows the field's label */
export const textOrObject = <const S extends Fields>(fields: S, message: string): SchemaField<string | TypeOf<S>> =>
  mixed().test(
    "text or object",
    message,
    (given) => given === undefined || textField(20).isValidSync(given, { strict: true }) || isObjectOf(fields, given),
  ) as unknown as SchemaField<string | TypeOf<S>>;
const isObjectOf = (fields: Fields, given: unknown): boolean =>
  typeof given === "object" && given !== null && objectField(fields).isValidSync(given, { strict: true });

/** What a meter shows: a number, yes or no, or a bound like "> 999". */
export const readingField = (): SchemaField<number | boolean | string> =>
  mixed().test(
    "reading",
    'must be a number, true or false, or a bound like "> 999"',
    (given) =>
      given === undefined ||
      typeof given === "boolean" ||
      (typeof given === "number" && Number.isFinite(given)) ||
      (typeof given === "string" && given.length < 20 && OVER_RANGE.test(given)),
  ) as unknown as SchemaField<number | boolean | string>;
/** A reading beyond the range of its meter, which shows the end of the range. */
export const OVER_RANGE = /^>\s*(\d+(?:\.\d+)?)$/;

/** A text that matches a pattern; the message follows the field's label. */
export const textMatching = (pattern: RegExp, message: string): SchemaField<string> =>
  string().typeError(message).matches(pattern, message);
/** An ISO day. */
export const dayField = (): SchemaField<string> => textMatching(/^\d{4}-\d{2}-\d{2}$/, "must be a day like 2026-11-25");
/** A true or false field. */
export const yesNo = (): SchemaField<boolean> => boolean().typeError("must be true or false");

const figure = () =>
  number()
    .typeError("must be a number")
    .test("finite", "must be a number", (v) => v === undefined || v === null || Number.isFinite(v));
const unitOf = (unit: string) => (unit ? ` ${unit}` : "");
/** A number greater than `least` and at most `most`, in `unit`. */
export const numberAbove = (most: number, unit = "", least = 0): SchemaField<number> =>
  figure()
    .moreThan(least, least === 0 ? "must be greater than 0" : `must be more than ${least}`)
    .max(most, `must be at most ${most}${unitOf(unit)}`);
/** A number from 0 to `most`. */
export const fromZero = (most: number): SchemaField<number> =>
  figure().min(0, "must not be negative").max(most, `must be at most ${most}`);
/** A number from `least` to `most`. */
export const numberBetween = (least: number, most: number): SchemaField<number> =>
  figure().min(least, `must be at least ${least}`).max(most, `must be at most ${most}`);
/** A whole number from `least` to `most`. */
export const wholeNumber = (least: number, most: number): SchemaField<number> =>
  figure()
    .integer("must be a whole number")
    .min(least, `must be at least ${least}`)
    .max(most, `must be at most ${most}`);

/** An object with the given fields; all are optional unless marked by `needs`. */
export const objectField = <const S extends Fields>(fields: S): SchemaField<TypeOf<S>> =>
  object(fields).default(undefined).typeError("must be an object") as unknown as SchemaField<TypeOf<S>>;
/** Entries of a table: more than a case has fields that could be named. */
const MOST_KEYS = 5000;

/** A table with keys of its own, each with one of these values. */
export const tableField = <const T extends string>(values: readonly T[]): SchemaField<Record<string, T>> =>
  object({})
    .default(undefined)
    .typeError("must be an object")
    .test("count", "has too many entries", (given) => given === undefined || Object.keys(given).length <= MOST_KEYS)
    .test(
      "known",
      `must each be one of: ${values.join(", ")}`,
      (given) => given === undefined || Object.values(given).every((v) => values.includes(v as T)),
    ) as unknown as SchemaField<Record<string, T>>;
/** Some of these keys, each with one of these values. */
export const some = <const K extends string, const T extends string>(
  keys: readonly K[],
  values: readonly T[],
): SchemaField<Partial<Record<K, T>>> =>
  object(Object.fromEntries(keys.map((key) => [key, oneOf(values)])))
    .default(undefined)
    .typeError("must be an object") as unknown as SchemaField<Partial<Record<K, T>>>;
/** Some of these keys, each with how often. */
export const countsField = <K extends string>(
  keys: readonly K[],
  most: number,
): SchemaField<Partial<Record<K, number>>> =>
  objectField(Object.fromEntries(keys.map((key) => [key, wholeNumber(0, most)]))) as unknown as SchemaField<
    Partial<Record<K, number>>
  >;
/** A list of at most `most` elements. */
export const listField = <T>(of: SchemaField<T, boolean>, most: number): SchemaField<T[]> =>
  array(of as never)
    .typeError("must be a list")
    .max(most, `must have at most ${most} entries`) as unknown as SchemaField<T[]>;
/** A list of exactly `count` elements. */
export const listOfExactly = <T>(of: SchemaField<T, boolean>, count: number, message: string): SchemaField<T[]> =>
  listField(of, count).test("count", message, (v) => v === undefined || v.length === count) as SchemaField<T[]>;
/** A value with its unit, at most `most` in any unit. */
export const quantityField = <const U extends string>(
  units: readonly U[],
  most: number,
  zero = false,
): SchemaField<{ value: number; unit: U }> =>
  objectField({
    value: requiredField(zero ? fromZero(most) : numberAbove(most)),
    unit: requiredField(oneOf(units)),
  }) as unknown as SchemaField<{
    value: number;
    unit: U;
  }>;
