/** Whether this process is shutting down: it finishes its work and accepts nothing new. */
let stopping = false;

export const isStopping = (): boolean => stopping;
export const beginStopping = (): void => {
  stopping = true;
};
