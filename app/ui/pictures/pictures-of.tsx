/** The pictures that show one thing of the home, where that thing is worked on. */
import { useState } from "react";
import type { ThingId } from "#core/survey/things.ts";
import { usePhotos } from "#ui/photo-store/use-photos.tsx";
import { OpenPicture } from "./open-picture.tsx";
import styles from "./pictures.module.css";
import { PhotoThumbnail } from "./thumbnail.tsx";

/** Renders nothing without pictures. */
export function PicturesOf({ thing, name }: { thing: ThingId; name: string }) {
  const { photos: all } = usePhotos();
  const photos = all.filter((p) => p.about === thing);
  const [open, setOpen] = useState<string | null>(null);
  // It stays open while it is linked to another thing.
  const shown = all.find((p) => p.id === open);
  if (photos.length === 0 && !shown) return null;
  return (
    <div className={styles.strip}>
      {photos.map((photo) => (
        <PhotoThumbnail key={photo.id} photo={photo} name={`Shows ${name}`} small onOpen={setOpen} />
      ))}
      <OpenPicture photo={shown} onClose={() => setOpen(null)} />
    </div>
  );
}
