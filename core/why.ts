/** Every figure can be asked why: the data for the answer comes with the figure. */

/** A rule as the trade cites it, with the formula and the numbers put in. */
export interface RuleCitation {
  rule: string;
  formula: string;
  numbers: string;
}

/** The whole answer to "why?" for one figure. */
export interface Why extends RuleCitation {
  /** Name of the figure, e.g. "Headroom". */
  figure: string;
  /** As shown, with its unit. */
  value: string;
  assumes: string[];
  /** Changes that would alter it. */
  changes: string[];
}

/**
 * The explanation of a figure.
 * @param assumes assumptions behind it
 * @param changes what would alter it
 */
export const why = (
  figure: string,
  value: string,
  cited: RuleCitation,
  assumes: string[] = [],
  changes: string[] = [],
): Why => ({
  figure,
  value,
  ...cited,
  assumes,
  changes,
});

/** Factory for each lazily computed field. */
type Makers<Later> = { [Name in keyof Later]: () => Later[Name] };

/**
 * Objects with lazy properties, which are computed on each read. The getters are on a class: in an object literal they
 * would cost some microseconds for every object, on each keystroke.
 * @param names of the lazy properties
 * @returns a factory from plain fields and the functions of the lazy ones; JSON contains all of them
 */
export function withLazyFields<Now extends object, Later extends object>(
  ...names: (keyof Later & string)[]
): (fields: Now, makers: Makers<Later>) => Now & Later {
  class Waiting {
    readonly #makers: Makers<Later>;
    constructor(fields: Now, makers: Makers<Later>) {
      Object.assign(this, fields);
      this.#makers = makers;
    }
    made(name: keyof Later): unknown {
      return this.#makers[name]();
    }
    toJSON() {
      return { ...this, ...Object.fromEntries(names.map((name) => [name, this.made(name)])) };
    }
  }
  for (const name of names)
    Object.defineProperty(Waiting.prototype, name, {
      get(this: Waiting) {
        return this.made(name);
      },
    });
  return (fields, makers) => new Waiting(fields, makers) as unknown as Now & Later;
}
