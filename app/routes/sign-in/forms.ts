/** The form of the sign-in page. */
import { object, string } from "yup";

/** E-mail and password; or, in a demo, the person of the button that was pressed. */
export const FORM = object({
  demo: string().max(64, "There is no such demo sign-in."),
  email: string()
    .trim()
    .lowercase()
    .max(200, "The e-mail is too long")
    .default("")
    .when("demo", ([demo], email) => (demo === undefined ? email.required("Type your e-mail") : email)),
  password: string()
    .max(500, "The password is too long")
    .default("")
    .when("demo", ([demo], password) => (demo === undefined ? password.required("Type your password") : password)),
});
