/** What is read off a panel itself: ratings, spaces, condition, and the feeder of one that has a feeder. */
import { Button } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import type { Panel } from "#core/case/document/types.ts";
import { codebookOf } from "#core/codebook/index.ts";
import { addSubPanel, mayFeed, removePanel } from "#core/panel/sub-panels.ts";
import { AMPERE_UNITS, LENGTH_UNITS, NO_UNITS } from "#core/quantity/parse.ts";
import { capital } from "#core/words.ts";
import {
  CaseChoice,
  CaseConductor,
  CaseNumber,
  CaseQuantity,
  CaseSwitch,
  CaseText,
  Fields,
} from "#ui/case-field/case-field.tsx";
import { Caution } from "#ui/frame/sheet.tsx";
import type { AssessedCase } from "#ui/job-store/job-store.ts";
import { drawnLater, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./panels.module.css";
import { RcdGroups } from "./rcd-groups.tsx";

const amps = { units: AMPERE_UNITS, usual: "A" } as const;

export const PanelRatings = drawnLater(function PanelRatings({ index, document }: { index: number } & AssessedCase) {
  const store = useJobStore();
  const codebook = codebookOf(document.rules);
  const { words, board, asksFor, lengthUnit } = codebook;
  const panel: Panel | undefined = document.panels[index];
  // A panel that was only just added comes with the next drawing.
  if (!panel) return null;
  const at = `/panels/${index}`;
  const key = `panel.${panel.id}`;
  const from = document.panels.find((p) => p.id === panel.fedFrom);
  const mayGo = removePanel(document, panel.id) !== null;
  return (
    <>
      <Fields>
        {from && <CaseText label="Name" pointer={`${at}/name`} />}
        {from && (
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
        <CaseSwitch label="Surge protection fitted" pointer={`${at}/surgeProtection`} />
      </Fields>
      {asksFor.rcd && <RcdGroups index={index} />}
      {from && (
        <fieldset className={styles.feeder}>
          <legend>Feeder from {from.name ?? words.panel}</legend>
          <Fields>
            <CaseNumber
              label="Feeder rating"
              pointer={`${at}/feeder/ratingA`}
              {...amps}
              source={`${key}.feeder.ratingA`}
            />
            <CaseConductor
              label="Feeder conductor"
              pointer={`${at}/feeder/conductor`}
              codebook={codebook}
              source={`${key}.feeder.conductor`}
            />
            <CaseQuantity
              label="Feeder length"
              pointer={`${at}/feeder/length`}
              units={LENGTH_UNITS}
              usual={lengthUnit}
            />
            <CaseChoice
              label="Starts at device"
              pointer={`${at}/feeder/circuit`}
              options={(from.circuits ?? []).map((c) => ({
                value: c.id,
                label: `${c.label || c.id}, ${c.ratingA ?? "?"} A`,
              }))}
            />
          </Fields>
        </fieldset>
      )}
      {panel.condition !== "sound" && panel.condition !== undefined && (
        <Caution>
          Old boards may contain asbestos flash guards or devices known not to trip: do not disturb, do not add to.
        </Caution>
      )}
      <p className={styles.actions}>
        {document.panels.length > 1 && document.charger?.panel !== panel.id && (
          <Button onClick={() => store.edit(setValue(store.getState().document, "/charger/panel", panel.id))}>
            The charger's circuit starts here
          </Button>
        )}
        {from && (
          <Button
            onClick={() =>
              store.edit(addSubPanel(panel.id, `panel-${crypto.randomUUID().slice(0, 8)}`, capital(words.subPanel)))
            }
          >
            Another fed from this one
          </Button>
        )}
        {from && mayGo && (
          <Button type="text" danger onClick={() => store.edit(removePanel(store.getState().document, panel.id) ?? [])}>
            Take this {words.board} away
          </Button>
        )}
      </p>
    </>
  );
});
