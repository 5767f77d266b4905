/** The theme a browser has chosen, so that the first paint is in it. */
import { createCookie } from "react-router";
import type { ThemeName } from "./palette.ts";

const cookie = createCookie("heron_theme", { path: "/", sameSite: "lax", maxAge: 365 * 24 * 3600 });

export async function themeOf(request: Request): Promise<ThemeName> {
  return (await cookie.parse(request.headers.get("Cookie"))) === "cupboard" ? "cupboard" : "light";
}
export const themeCookie = (theme: ThemeName) => cookie.serialize(theme);
