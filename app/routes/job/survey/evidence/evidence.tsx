/** The evidence list: what a picture must prove, the pictures that do, and what is still missing. */
import { Button, Checkbox } from "antd";
import { Suspense, useRef, useState } from "react";
import { setValue } from "#core/case/document/set-value.ts";
import { type EvidenceItem, evidenceFor, evidenceMissing } from "#core/survey/evidence.ts";
import { usualThing } from "#core/survey/things.ts";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { Caution, Section } from "#ui/frame/sheet.tsx";
import { useIsLive } from "#ui/frame/use-is-live.ts";
import { deferred, useJobStore } from "#ui/job-store/use-job.tsx";
import type { ShownPhoto } from "#ui/photo-store/photo-store.ts";
import { usePhotographer, usePhotoStore, usePhotos } from "#ui/photo-store/use-photos.tsx";
import { OpenPicture } from "#ui/pictures/open-picture.tsx";
import { PhotoThumbnail } from "#ui/pictures/thumbnail.tsx";
import styles from "./evidence.module.css";

/** Loaded when there is a message to show. */
const Problems = lazyPart(() => import("./problems.tsx"));

/** Prepares the chosen files one after the other; files that are not pictures are reported. */
function useTakePictures() {
  const store = usePhotoStore();
  const job = useJobStore();
  const takenBy = usePhotographer();
  const [busy, setBusy] = useState(0);
  async function take(item: string, files: readonly File[]) {
    setBusy((n) => n + files.length);
    const { preparePicture } = await import("#ui/photo-store/prepare.ts");
    for (const file of files) {
      const ready = await preparePicture(file, async (heic) =>
        (await import("#ui/photo-store/heic.ts")).readHeic(heic),
      );
      setBusy((n) => n - 1);
      if ("problem" in ready) {
        store.complain(ready.problem);
        continue;
      }
      const { blob, width, height } = ready;
      const takenAt = new Date().toISOString();
      const about = usualThing(job.getState().document, item);
      const photo = { id: crypto.randomUUID(), item, about, caption: "", width, height, marks: [], takenAt, takenBy };
      try {
        await store.take({ kind: "add", photo, blob });
      } catch {
        store.complain(
          `"${file.name}" could not be kept: this browser's storage is full or closed. Make room, then take it again`,
        );
      }
    }
  }
  return { take, busy };
}

export const EvidenceSection = deferred(function Evidence({ document }) {
  const { photos, waiting, problems } = usePhotos();
  const photoStore = usePhotoStore();
  const { take, busy } = useTakePictures();
  const [open, setOpen] = useState<string | null>(null);
  const items = evidenceFor(document);
  // A customer's picture proves nothing before somebody of the firm has looked at it.
  const missing = evidenceMissing(document, new Set(photos.filter((p) => !p.toConfirm).map((p) => p.item)));
  const needed = missing.filter((m) => m.neededForVerdict);
  const shown = photos.find((p) => p.id === open);
  return (
    <Section
      id="pictures"
      title="Pictures"
      aside={
        <span className="quiet" role="status">
          {photos.length} taken
          {photos.some((p) => p.toConfirm) && `, ${photos.filter((p) => p.toConfirm).length} to confirm`}
          {busy > 0 && `, ${busy} being made ready`}
          {waiting > 0 && `, ${waiting} waiting here for a connection`}
        </span>
      }
    >
      <p className={styles.missing} data-missing={needed.length > 0}>
        {needed.length > 0
          ? `Pictures still missing for the answer: ${needed.map((m) => m.label.toLowerCase()).join("; ")}`
          : missing.length > 0
            ? `Everything the answer depends on has a picture; ${missing.length} more would complete the list`
            : "Everything on the list has a picture"}
      </p>
      {problems.length > 0 && (
        <Suspense>
          <Problems problems={problems} onRead={() => photoStore.dismissProblems()} />
        </Suspense>
      )}
      <ul className={styles.items}>
        {items.map((item) => (
          <Item
            key={item.id}
            item={item}
            photos={photos.filter((p) => p.item === item.id)}
            notHere={document.survey?.notHere?.includes(item.id) ?? false}
            onFiles={(files) => void take(item.id, files)}
            onOpen={setOpen}
          />
        ))}
      </ul>
      <OpenPicture photo={shown} onClose={() => setOpen(null)} />
    </Section>
  );
});

/** Number of an item's latest pictures that are shown at first. */
const AT_FIRST = 10;

interface ItemProps {
  item: EvidenceItem;
  photos: readonly ShownPhoto[];
  notHere: boolean;
  onFiles(files: readonly File[]): void;
  onOpen(id: string): void;
}

function Item({ item, photos, notHere, onFiles, onOpen }: ItemProps) {
  const store = useJobStore();
  const isLive = useIsLive();
  const [all, setAll] = useState(false);
  const proved = photos.some((photo) => !photo.toConfirm);
  const mark = (on: boolean) => {
    const others = (store.getState().document.survey?.notHere ?? []).filter((id) => id !== item.id);
    store.edit(setValue(store.getState().document, "/survey/notHere", on ? [...others, item.id] : others));
  };
  return (
    <li
      className={styles.item}
      data-proved={proved || notHere}
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        onFiles([...e.dataTransfer.files]);
      }}
    >
      <div className={styles.what}>
        <strong>{item.label}</strong>
        <span className="quiet">{item.shows}</span>
        {!proved && !notHere && item.caution && <Caution>{item.caution}</Caution>}
      </div>
      <div className={styles.thumbnails}>
        {(all ? photos : photos.slice(-AT_FIRST)).map((photo) => (
          <PhotoThumbnail key={photo.id} photo={photo} name={item.label} onOpen={onOpen} />
        ))}
        {!all && photos.length > AT_FIRST && (
          <Button onClick={() => setAll(true)}>and {photos.length - AT_FIRST} more</Button>
        )}
      </div>
      <div className={styles.take}>
        {/* Without scripts they could do nothing, so the server does not draw them. */}
        {isLive && (
          <>
            <Picker label={`Camera: ${item.label}`} text="Camera" capture onFiles={onFiles} />
            <Picker label={`Files: ${item.label}`} text="Files" onFiles={onFiles} />
            {!proved && (
              <Checkbox
                checked={notHere}
                onChange={(e) => mark(e.target.checked)}
                aria-label={`${item.label} does not exist here`}
              >
                not here
              </Checkbox>
            )}
          </>
        )}
      </div>
    </li>
  );
}

function Picker(props: { label: string; text: string; capture?: boolean; onFiles(files: readonly File[]): void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => input.current?.click()} aria-label={props.label}>
        {props.text}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept="image/*"
        multiple={!props.capture}
        {...(props.capture && { capture: "environment" as const })}
        data-picker={props.label}
        onChange={(event) => {
          props.onFiles([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
    </>
  );
}
