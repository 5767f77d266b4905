/** One picture, large: what it proves, what is said of it, and what is drawn on it. */

import { Button, Input, Select } from "antd";
import { lazy, Suspense, useEffect, useRef } from "react";
import type { EvidenceItem } from "../../../../../core/survey/evidence.ts";
import type { PhotoChange } from "../../../../../core/survey/photo.ts";
import type { ShownPhoto } from "../../../../ui/photo-store/photo-store.ts";
import { usePhotoStore } from "../../../../ui/photo-store/use-photos.tsx";
import styles from "./evidence.module.css";

/** The drawing board is dear to load and only needed here. */
const MarksEditor = lazy(() => import("./marks-editor.tsx"));

interface Props {
  photo: ShownPhoto;
  items: readonly EvidenceItem[];
  onClose(): void;
}

export function PictureDialog({ photo, items, onClose }: Props) {
  const store = usePhotoStore();
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
  }, []);
  const change = (changes: PhotoChange) => void store.take({ kind: "change", id: photo.id, change: changes });
  return (
    <dialog ref={dialog} className={styles.dialog} onClose={onClose} aria-label="Picture">
      <header className={styles.dialogHead}>
        <Select
          aria-label="What it proves"
          value={photo.item}
          options={items.map((i) => ({ value: i.id as string, label: i.label }))}
          onChange={(item) => change({ item })}
          getPopupContainer={(trigger) => trigger.parentElement as HTMLElement}
        />
        <Input
          aria-label="Caption"
          placeholder="What is to be seen"
          maxLength={300}
          defaultValue={photo.caption}
          onBlur={(e) => e.target.value !== photo.caption && change({ caption: e.target.value })}
        />
        <Button
          danger
          onClick={() => {
            void store.take({ kind: "remove", id: photo.id });
            onClose();
          }}
        >
          Delete
        </Button>
        <Button type="primary" onClick={() => dialog.current?.close()}>
          Done
        </Button>
      </header>
      <Suspense fallback={<img src={photo.picture} alt="" className={styles.plain} />}>
        <MarksEditor photo={photo} onChange={(marks) => change({ marks })} />
      </Suspense>
    </dialog>
  );
}
