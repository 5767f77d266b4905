/** Fields bound to a place in the case: they show it, check what is entered at the field, and edit as one enters it. */
export { CaseChoice, CaseSwitch, CaseYesNo } from "./case-choices.tsx";
export { CaseConductor } from "./case-conductor.tsx";
export {
  CaseLines,
  CaseNumber,
  CaseNumbers,
  CaseQuantity,
  CaseTemperature,
  CaseText,
  CaseWindow,
} from "./case-inputs.tsx";
