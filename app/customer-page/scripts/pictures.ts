/**
 * The script of the page that asks for pictures. A picture is made smaller, stored in the browser's database, and sent
 * until it has arrived; the page may be closed in between. Each has an id, so that it arrives once.
 */
import { openDB } from "idb";
import { preparePicture } from "#ui/photo-store/prepare.ts";

/** A picture that waits to be sent. */
interface Waiting {
  id: string;
  /** Address that it is sent to: the page of one link. */
  to: string;
  asked: string;
  takenAt: number;
  line: [number, number][];
  blob: Blob;
}

const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 15_000;
const PATIENCE_MS = 60_000;

const database = openDB<{ waiting: { key: string; value: Waiting } }>("heron-customer", 1, {
  upgrade: (db) => void db.createObjectStore("waiting", { keyPath: "id" }),
});

const page = document.querySelector<HTMLElement>("[data-pictures]");
const to = page?.dataset.pictures ?? "";
const sectionOf = (asked: string) => document.querySelector<HTMLElement>(`[data-asked="${CSS.escape(asked)}"]`);

/** Says at a picture what is happening to it. */
function say(asked: string, text: string, isBad = false): void {
  const state = sectionOf(asked)?.querySelector<HTMLElement>("[data-state]");
  if (!state) return;
  state.textContent = text;
  state.toggleAttribute("data-bad", isBad);
}

/** "arrived", a refusal in words, or null where the connection broke off. */
async function send({ id, asked, takenAt, line, blob }: Waiting): Promise<{ problem: string | null } | null> {
  const form = new FormData();
  const fields = { id, asked, takenAt: String(takenAt), line: JSON.stringify(line) };
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  form.set("picture", blob, `${id}.jpg`);
  try {
    const response = await fetch(to, {
      method: "POST",
      body: form,
      headers: { Accept: "application/json" },
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
    if (response.ok) return { problem: null };
    if (response.status >= 500 || response.status === 429) return null;
    return { problem: await response.text() };
  } catch {
    return null;
  }
}

let isSending = false;
/** Sends what waits, one after the other, and tries again with growing pauses. */
async function sendWaiting(): Promise<void> {
  if (isSending) return;
  isSending = true;
  let pause = FIRST_PAUSE_MS;
  try {
    for (;;) {
      const waiting = (await (await database).getAll("waiting")).filter((one) => one.to === to);
      const [next] = waiting;
      if (!next) return;
      say(next.asked, "Sending ...");
      const answer = await send(next);
      if (answer === null) {
        say(next.asked, "Waiting for a connection. You may go on; it is sent by itself.");
        await new Promise((resolve) => setTimeout(resolve, pause));
        pause = Math.min(LONGEST_PAUSE_MS, pause * 2);
        continue;
      }
      pause = FIRST_PAUSE_MS;
      await (await database).delete("waiting", next.id);
      if (answer.problem === null) arrived(next.asked);
      else say(next.asked, answer.problem, true);
    }
  } finally {
    isSending = false;
  }
}

function arrived(asked: string): void {
  say(asked, "Arrived.");
  const sections = [...document.querySelectorAll<HTMLElement>("[data-asked]")];
  const done = sections.filter((one) => one.querySelector("[data-state]")?.textContent !== "").length;
  const progress = document.querySelector("[data-progress]");
  if (progress)
    progress.textContent =
      done === sections.length ? "Everything has arrived. Thank you." : `${done} of ${sections.length} done`;
}

async function keep(asked: string, blob: Blob, line: [number, number][]): Promise<void> {
  const one = { id: crypto.randomUUID(), to, asked, takenAt: Date.now(), line, blob };
  try {
    await (await database).put("waiting", one);
  } catch {
    // Without a database of the browser it is sent from here, while the page stays open.
    const answer = await send(one);
    if (answer?.problem === null) arrived(asked);
    else say(asked, answer?.problem ?? "It could not be sent. Please try again.", true);
    return;
  }
  void sendWaiting();
}

/** Shows a picture to draw a line on, with the finger. */
function draw(section: HTMLElement, asked: string, blob: Blob): void {
  const canvas = document.createElement("canvas");
  canvas.className = "drawing";
  canvas.setAttribute("aria-label", `Draw ${section.dataset.line ?? "a line"}`);
  const [sendIt, again] = [document.createElement("button"), document.createElement("button")];
  sendIt.type = again.type = "button";
  sendIt.className = "main";
  sendIt.textContent = "Send it";
  again.textContent = "Draw again";
  const line: [number, number][] = [];
  const context = canvas.getContext("2d");
  if (!context) return void keep(asked, blob, []);
  void createImageBitmap(blob).then((bitmap) => {
    canvas.width = bitmap.width;
    canvas.height = bitmap.height;
    const paint = () => {
      context.drawImage(bitmap, 0, 0);
      context.strokeStyle = "#A0412B";
      context.lineWidth = bitmap.width / 110;
      context.beginPath();
      for (const [x, y] of line) context.lineTo(x * bitmap.width, y * bitmap.height);
      context.stroke();
    };
    const add = ({ clientX, clientY }: PointerEvent) => {
      const { left, top, width, height } = canvas.getBoundingClientRect();
      const share = (value: number) => Math.min(1, Math.max(0, value));
      if (line.length < MOST_POINTS) line.push([share((clientX - left) / width), share((clientY - top) / height)]);
      paint();
    };
    canvas.addEventListener("pointerdown", (event) => {
      canvas.setPointerCapture(event.pointerId);
      line.length = 0;
      add(event);
    });
    canvas.addEventListener("pointermove", (event) => event.buttons > 0 && add(event));
    again.addEventListener("click", () => {
      line.length = 0;
      paint();
    });
    paint();
  });
  const parts = [canvas, sendIt, again];
  sendIt.addEventListener("click", () => {
    for (const part of parts) part.remove();
    void keep(asked, blob, thinned(line));
  });
  section.querySelector("form")?.after(...parts);
  say(asked, `Draw with your finger ${section.dataset.line ?? ""}, then send it.`);
}

const MOST_POINTS = 2000;
/** Points of a line that is sent. */
const SENT_POINTS = 120;
const thinned = (line: readonly [number, number][]): [number, number][] => {
  const step = Math.max(1, Math.ceil(line.length / SENT_POINTS));
  return line.filter((_, i) => i % step === 0 || i === line.length - 1);
};

/** Fetches the reader of HEIC pictures when the first one comes that the browser cannot read. */
const readHeic = async (file: File) => (await import("#ui/photo-store/heic.ts")).readHeic(file);

for (const section of document.querySelectorAll<HTMLElement>("[data-asked]")) {
  const asked = section.dataset.asked ?? "";
  const input = section.querySelector<HTMLInputElement>("input[type=file]");
  input?.addEventListener("change", async () => {
    const [file] = input.files ?? [];
    if (!file) return;
    say(asked, "Making it smaller ...");
    const ready = await preparePicture(file, readHeic);
    input.value = "";
    if ("problem" in ready) return say(asked, ready.problem, true);
    if (section.dataset.line) draw(section, asked, ready.blob);
    else await keep(asked, ready.blob, []);
  });
}
window.addEventListener("online", () => void sendWaiting());
void sendWaiting();
