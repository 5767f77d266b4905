/** An observable state: listeners are called with each new state. */
export abstract class ObservableStore<S> {
  private listeners = new Set<() => void>();
  protected abstract state: S;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  getState = (): S => this.state;

  protected becomes(state: S): void {
    this.state = state;
    for (const listener of this.listeners) listener();
  }
}
