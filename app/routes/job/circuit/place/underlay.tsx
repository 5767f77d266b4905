/** A photo of the plot from above under the plan: chosen from the job's photos, laid and scaled by two figures. */
import { Button, Select } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import type { Place } from "#core/case/document/types.ts";
import { placeFields } from "#core/case/fields/place.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Field, Fields } from "#ui/field/field.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { usePhotos } from "#ui/photo-store/use-photos.tsx";

/** So wide a photo from above usually is, m and ft. */
const USUAL_WIDTH = { m: 20, ft: 65 } as const;

export function UnderlayFields({ place }: { place: Place }) {
  const store = useJobStore();
  const { photos } = usePhotos();
  const { underlay } = place;
  const set = (value: Place["underlay"] | undefined) =>
    store.edit(setValue(store.getState().document, "/place/underlay", value));
  const lay = (photo: string) =>
    set(underlay ? { ...underlay, photo } : { photo, at: [-2, -8], width: USUAL_WIDTH[place.unit] });
  return (
    <Fold title={<>A photo from above under the plan{underlay && <span className="quiet"> laid</span>}</>}>
      {photos.length === 0 ? (
        <p className="quiet">Add a photo of the plot from above on Survey; then it can be shown here.</p>
      ) : (
        <Fields>
          <Field label="Photo under the plan">
            {(controlProps) => (
              <Select
                {...controlProps}
                aria-label="Photo under the plan"
                placeholder="None"
                value={underlay?.photo ?? null}
                options={photos.map((p, i) => ({ value: p.id, label: p.caption || `Photo ${i + 1}` }))}
                onChange={lay}
              />
            )}
          </Field>
          {underlay && (
            <>
              <CaseField of={placeFields.photoWidth} />
              <CaseField of={placeFields.photoLeft} />
              <CaseField of={placeFields.photoBottom} />
              <CaseField of={placeFields.photoTurned} />
              <Button onClick={() => set(undefined)}>Remove the photo</Button>
            </>
          )}
        </Fields>
      )}
    </Fold>
  );
}
