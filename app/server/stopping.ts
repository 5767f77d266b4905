/** Whether this process was told to stop: it finishes what it has, and wants nothing new. */
let stopping = false;

export const isStopping = (): boolean => stopping;
export const beginStopping = (): void => {
  stopping = true;
};
