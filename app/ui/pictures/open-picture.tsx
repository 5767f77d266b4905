/** The picture that was chosen, large; what shows it is fetched when the first one is opened. */
import { Suspense } from "react";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import type { ShownPhoto } from "#ui/photo-store/photo-store.ts";

const PictureDialog = lazyPart(() => import("./picture-dialog.tsx"));

export function OpenPicture({ photo, onClose }: { photo: ShownPhoto | undefined; onClose(): void }) {
  if (!photo) return null;
  return (
    <Suspense>
      <PictureDialog key={photo.id} photo={photo} onClose={onClose} />
    </Suspense>
  );
}
