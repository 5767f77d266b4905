/** Chooses one of the job's pictures, as proof of what stands beside it; nothing where the job has no pictures. */
import { Select } from "antd";
import { usePhotos } from "#ui/photo-store/use-photos.tsx";

interface Props {
  /** What the picture shows, for those who hear the page. */
  of: string;
  /** Id of the chosen picture. */
  value: string | undefined;
  onChange(id: string | undefined): void;
}

export function PictureSelect({ of, value, onChange }: Props) {
  const { photos } = usePhotos();
  if (photos.length === 0) return null;
  return (
    <Select
      size="small"
      aria-label={`Picture for ${of}`}
      placeholder="its picture"
      popupMatchSelectWidth={false}
      allowClear
      value={photos.some(({ id }) => id === value) ? value : undefined}
      options={photos.map(({ id, caption }, i) => ({ value: id, label: caption || `picture ${i + 1}` }))}
      onChange={(id?: string) => onChange(id)}
    />
  );
}
