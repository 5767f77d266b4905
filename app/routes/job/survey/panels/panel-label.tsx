/** Values read off a panel and its door: ratings, spaces, condition, place. */
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { mayFeed } from "#core/panel/sub-panels.ts";
import { AMPERE_UNITS, NO_UNITS } from "#core/quantity/parse.ts";
import type { Codebook } from "#core/rules/types.ts";
import { capital } from "#core/words.ts";
import { CaseChoice, CaseNumber, CaseText, CaseYesNo } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";

const amps = { units: AMPERE_UNITS, usual: "A" } as const;

interface Props {
  /** Pointer to the panel. */
  at: string;
  panel: Panel;
  document: CaseDocument;
  codebook: Codebook;
  /** It is fed from another panel. */
  fed: boolean;
}

export function PanelLabel({ at, panel, document, codebook, fed }: Props) {
  const { words, board, asksFor } = codebook;
  const key = `panel.${panel.id}`;
  return (
    <Fields>
      {fed && <CaseText label="Name" pointer={`${at}/name`} />}
      {fed && (
        <CaseChoice
          label="Fed from"
          pointer={`${at}/fedFrom`}
          options={[
            { value: "supply", label: `the ${words.supply}` },
            ...mayFeed(document, panel.id).map((p) => ({ value: p.id, label: p.name ?? p.id })),
          ]}
        />
      )}
      <CaseNumber
        label={board.words.main("breaker")}
        pointer={`${at}/mainA`}
        {...amps}
        empty="null"
        source={`${key}.mainA`}
      />
      {codebook.bus && (
        <CaseNumber label="Bus rating" pointer={`${at}/busA`} {...amps} empty="null" source={`${key}.busA`} />
      )}
      <CaseNumber
        label={`Number of ${words.spaces}`}
        pointer={`${at}/spaces`}
        units={NO_UNITS}
        usual={words.spaces}
        source={`${key}.spaces`}
        hint={`Count all ${words.spaces}, used and free`}
      />
      {asksFor.mainKind && (
        <CaseChoice
          label="Fed onto"
          pointer={`${at}/mainKind`}
          fallback="breaker"
          options={[
            { value: "breaker", label: "a main" },
            { value: "lugs", label: "lugs" },
          ]}
        />
      )}
      <CaseChoice
        label="Condition"
        pointer={`${at}/condition`}
        source={`${key}.condition`}
        options={[
          { value: "sound", label: "Sound" },
          { value: "obsolete", label: "Obsolete" },
          { value: "unsafe", label: "Unsafe" },
        ]}
      />
      <CaseText
        label={`${capital(words.board)} place`}
        pointer={`${at}/place`}
        placeholder="garage, left of the door"
      />
      {asksFor.enclosure && (
        <CaseChoice
          label="Enclosure"
          pointer={`${at}/enclosure`}
          options={[
            { value: "metal", label: "metal" },
            { value: "plastic", label: "plastic" },
            { value: "wood-backed", label: "wood" },
          ]}
        />
      )}
      <CaseYesNo label="Surge protection fitted" pointer={`${at}/surgeProtection`} />
    </Fields>
  );
}
