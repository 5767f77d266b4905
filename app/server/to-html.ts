/** HTML of a page that is rendered as a whole, nothing of it later. */
import { PassThrough } from "node:stream";
import { buffer } from "node:stream/consumers";
import type { ReactNode } from "react";
import { renderToPipeableStream } from "react-dom/server";

/** @throws what a component throws outside an error boundary */
export const toHtml = (page: ReactNode, nonce?: string): Promise<Buffer<ArrayBuffer>> =>
  new Promise((resolve, reject) => {
    const { pipe } = renderToPipeableStream(page, {
      ...(nonce !== undefined && { nonce }),
      onAllReady() {
        const body = new PassThrough();
        buffer(body).then(resolve, reject);
        pipe(body);
      },
      onShellError: reject,
      onError: reject,
    });
  });
