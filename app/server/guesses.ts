/** Slows guessing of links: an address that has asked for many that lead nowhere is refused for a while. */

const WINDOW_MS = 15 * 60_000;
const MOST_GUESSES = 20;
/** Addresses that are remembered; the oldest are forgotten first. */
const MOST_ADDRESSES = 10_000;

export class Guesses {
  private readonly byAddress = new Map<string, number[]>();

  /** Whether an address has guessed too often lately. */
  isOver(address: string, now: number): boolean {
    return this.lately(address, now).length >= MOST_GUESSES;
  }

  /** Counts an address that leads nowhere. */
  count(address: string, now: number): void {
    const lately = [...this.lately(address, now), now];
    this.byAddress.delete(address);
    this.byAddress.set(address, lately.slice(-MOST_GUESSES));
    const [oldest] = this.byAddress.keys();
    if (this.byAddress.size > MOST_ADDRESSES && oldest !== undefined) this.byAddress.delete(oldest);
  }

  private lately(address: string, now: number): number[] {
    return (this.byAddress.get(address) ?? []).filter((at) => now - at < WINDOW_MS);
  }
}
