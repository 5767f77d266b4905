/** The forms of the firm's page of texts and authorities. */
import { number, object, string } from "yup";
import { authorityPage } from "#core/firm/authority.ts";

const id = string().matches(/^[\w-]{8,64}$/);
const version = number().integer().min(0).required();

export const FORMS = {
  "save-text": object({
    id,
    version,
    title: string().trim().required("Type a title").max(80, "The title is too long: 80 characters at most"),
    text: string().trim().required("Type the text").max(4000, "The text is too long: 4,000 characters at most"),
  }),
  "remove-text": object({ id: id.required(), version }),
  "save-authority": authorityPage.shape({ id }),
  "remove-authority": object({ id: id.required() }),
};
