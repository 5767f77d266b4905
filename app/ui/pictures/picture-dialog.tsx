/** One picture, large: what it proves, what is said of it, and what is drawn on it. */

import { Button, Input, Select } from "antd";
import { Suspense, useState } from "react";
import { LONGEST_LINE } from "#core/limits.ts";
import { evidenceFor } from "#core/survey/evidence.ts";
import type { PhotoChange } from "#core/survey/photo.ts";
import { thingsOf } from "#core/survey/things.ts";
import { Dialog } from "#ui/dialog/dialog.tsx";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { useJobPart } from "#ui/job-store/use-job.tsx";
import type { ShownPhoto } from "#ui/photo-store/photo-store.ts";
import { useMayRemove, usePhotoStore } from "#ui/photo-store/use-photos.tsx";
import styles from "./pictures.module.css";

/** The marks editor is large and only needed here. */
const MarksEditor = lazyPart(() => import("./marks-editor/marks-editor.tsx"));

export default function PictureDialog({ photo, onClose }: { photo: ShownPhoto; onClose(): void }) {
  const store = usePhotoStore();
  const document = useJobPart((job) => job.document);
  const things = thingsOf(document).map(({ label, things }) => ({
    label,
    options: things.map((t) => ({ value: t.id, label: t.label })),
  }));
  const known = photo.about === null || things.some((g) => g.options.some((o) => o.value === photo.about));
  // A picture cannot be taken again once the wall is closed: deleting is said twice.
  const [sure, setSure] = useState(false);
  const mayRemove = useMayRemove(photo);
  const change = (changes: PhotoChange) => void store.take({ kind: "change", id: photo.id, change: changes });
  return (
    <Dialog
      title={
        photo.customer
          ? `Picture from the customer, ${photo.customer}${photo.toConfirm ? ", to be confirmed" : ""}`
          : `Picture, taken by ${photo.takenBy.name}`
      }
      className={styles.dialog}
      width="min(1080px, 96vw)"
      onCancel={onClose}
    >
      <div className={styles.dialogHead}>
        <Select
          aria-label="What it proves"
          value={photo.item}
          options={evidenceFor(document).map((i) => ({ value: i.id as string, label: i.label }))}
          onChange={(item) => change({ item })}
        />
        <Select
          aria-label="What it shows"
          placeholder="of which"
          allowClear
          showSearch={{ optionFilterProp: "label" }}
          value={known ? photo.about : null}
          options={things}
          onChange={(about) => change({ about: about ?? null })}
        />
        <Input
          className={styles.caption}
          aria-label="Caption"
          placeholder="What it shows"
          maxLength={LONGEST_LINE}
          defaultValue={photo.caption}
          onBlur={(e) => e.target.value !== photo.caption && change({ caption: e.target.value })}
        />
        {photo.toConfirm && (
          <Button type="primary" onClick={() => change({ toConfirm: false })}>
            It shows what it should
          </Button>
        )}
        {mayRemove && (
          <Button
            danger
            type={sure ? "primary" : "default"}
            onBlur={() => setSure(false)}
            onClick={() => {
              if (!sure) return setSure(true);
              void store.take({ kind: "remove", id: photo.id });
              onClose();
            }}
          >
            {sure ? "Delete for good" : "Delete"}
          </Button>
        )}
        <Button type={photo.toConfirm ? "default" : "primary"} onClick={onClose}>
          Done
        </Button>
      </div>
      <Suspense fallback={<img src={photo.picture} alt="" className={styles.plain} />}>
        <MarksEditor photo={photo} onChange={(marks) => change({ marks })} />
      </Suspense>
    </Dialog>
  );
}
