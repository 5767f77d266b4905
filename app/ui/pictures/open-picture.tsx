/** The picture that was chosen, large; what shows it is fetched when the first one is opened. */
import { lazy, Suspense } from "react";
import type { ShownPhoto } from "#ui/photo-store/photo-store.ts";

const PictureDialog = lazy(() => import("./picture-dialog.tsx"));

export function OpenPicture({ photo, onClose }: { photo: ShownPhoto | undefined; onClose(): void }) {
  if (!photo) return null;
  return (
    <Suspense>
      <PictureDialog key={photo.id} photo={photo} onClose={onClose} />
    </Suspense>
  );
}
