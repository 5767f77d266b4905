/** A typed line, from which pieces are taken one after the other. */
export class TypedLine {
  constructor(public rest: string) {}

  /** Removes the first match of a form. @returns its groups; null without a match */
  take(form: RegExp): RegExpExecArray | null {
    const found = form.exec(this.rest);
    if (found) this.rest = `${this.rest.slice(0, found.index)} ${this.rest.slice(found.index + found[0].length)}`;
    return found;
  }

  /** Takes words at either end that a table knows. */
  takeEnds(isKnown: (word: string) => boolean): string[] {
    const words = this.rest.trim().split(/\s+/).filter(Boolean);
    const taken: string[] = [];
    while (words[0] && isKnown(words[0].toLowerCase())) taken.push(words.shift() as string);
    while (words.length > 1 && isKnown((words.at(-1) as string).toLowerCase())) taken.push(words.pop() as string);
    this.rest = words.join(" ");
    return taken;
  }

  /** Whether nothing but spaces and commas is left. */
  get isUsedUp(): boolean {
    return /^[\s,;.]*$/.test(this.rest);
  }
}
