/** Values read off a panel and its door: ratings, spaces, condition, place. */
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { panelFields } from "#core/case/fields/panel.ts";
import { mayFeed } from "#core/panel/sub-panels.ts";
import type { Codebook } from "#core/rules/types.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";

interface Props {
  /** Index of the panel. */
  at: number;
  panel: Panel;
  document: CaseDocument;
  codebook: Codebook;
}

export function PanelLabel({ at, panel, document, codebook }: Props) {
  const { name, fedFrom, ...others } = panelFields;
  const index = [at];
  return (
    <Fields>
      <CaseField of={name} index={index} />
      <CaseField
        of={fedFrom}
        index={index}
        options={[
          { value: "supply", label: `the ${codebook.words.supply}` },
          ...mayFeed(document, panel.id).map((p) => ({ value: p.id, label: p.name ?? p.id })),
        ]}
      />
      {Object.values(others).map((field) => (
        <CaseField key={field.at} of={field} index={index} />
      ))}
    </Fields>
  );
}
