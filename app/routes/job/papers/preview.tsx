/** A paper as it will print, page under page. */
import { Skeleton } from "antd";
import { useEffect, useRef, useState } from "react";
import styles from "./desk.module.css";
import { drawPage, openPdf } from "./pdf-pages.ts";

/** Beside the list there is room for it from here on; narrower screens open the file instead. */
const HAS_ROOM = "(min-width: 1101px)";

type Shown = "waiting" | "drawn" | "failed";

interface PreviewProps {
  /** The address of the file. */
  url: string;
  name: string;
  /** Of what it is drawn from; null until it is known. A change draws the paper again. */
  revision: number | null;
}

export function Preview({ url, name, revision }: PreviewProps) {
  const pages = useRef<HTMLDivElement>(null);
  const [shown, setShown] = useState<Shown>("waiting");
  useEffect(() => {
    const place = pages.current;
    if (!place || revision === null || !matchMedia(HAS_ROOM).matches) return;
    const stopped = new AbortController();
    drawInto(place, url, name, stopped.signal).then(
      () => setShown("drawn"),
      () => {
        if (!stopped.signal.aborted) setShown("failed");
      },
    );
    return () => stopped.abort();
  }, [url, name, revision]);
  return (
    <section className={styles.preview} aria-label={`${name}, as it will print`}>
      {shown === "waiting" && <Skeleton active paragraph={{ rows: 12 }} />}
      {shown === "failed" && <p>The paper cannot be shown here now. Open its draft instead.</p>}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a part of the page that scrolls is reached by key. */}
      <div ref={pages} className={styles.pages} tabIndex={0} data-drawn={shown === "drawn"} />
    </section>
  );
}

/** Replaces what is shown once all pages are drawn, so that nothing flickers while a paper is drawn again. */
async function drawInto(place: HTMLElement, url: string, name: string, signal: AbortSignal): Promise<void> {
  const answer = await fetch(url, { signal });
  if (!answer.ok) throw new Error(`The paper was answered with ${answer.status}`);
  const file = await openPdf(await answer.arrayBuffer());
  const drawn: HTMLCanvasElement[] = [];
  try {
    for (let number = 1; number <= file.numPages && !signal.aborted; number++) {
      const page = await drawPage(file, number, place.clientWidth);
      page.setAttribute("role", "img");
      page.setAttribute("aria-label", `${name}, page ${number} of ${file.numPages}`);
      drawn.push(page);
    }
  } finally {
    await file.loadingTask.destroy();
  }
  signal.throwIfAborted();
  place.replaceChildren(...drawn);
}
