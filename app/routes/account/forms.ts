/** The forms of your own account. */
import { object, string } from "yup";

const typed = string().max(500, "That is too long").default("");
/** Each form of the page: the fields that are read of it. The secret of a second factor is the server's to say. */
export const INTENTS = {
  "set-up": object({ code: typed, password: typed, oldCode: typed }),
  "take-away": object({ password: typed, oldCode: typed }),
  pin: object({ password: typed, pin: typed }),
  password: object({ current: typed, next: typed }),
};
