/** A picture small, with what is drawn on it; chosen, it is shown large. */
import type { ShownPhoto } from "#ui/photo-store/photo-store.ts";
import { MarksDrawn } from "./marks-drawn.tsx";
import styles from "./pictures.module.css";

interface Props {
  photo: ShownPhoto;
  /** The subject of the picture, for screen readers. */
  name: string;
  small?: boolean;
  onOpen(id: string): void;
}

export function PhotoThumbnail({ photo, name, small = false, onOpen }: Props) {
  return (
    <button
      type="button"
      className={small ? `${styles.thumbnail} ${styles.small}` : styles.thumbnail}
      data-waiting={photo.waiting}
      aria-label={`${name}: ${photo.caption || "picture"}${photo.waiting ? ", waiting to be sent" : photo.toConfirm ? ", from the customer, to be confirmed" : ""}`}
      onClick={() => onOpen(photo.id)}
    >
      <img src={photo.thumbnail} alt="" loading="lazy" decoding="async" width={96} height={72} />
      <MarksDrawn photo={photo} />
      {photo.waiting ? <span>waiting</span> : photo.toConfirm && <span>to confirm</span>}
    </button>
  );
}
