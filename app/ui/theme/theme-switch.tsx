/** From daylight to the cupboard and back; the whole page takes its theme from the root's loader. */
import { Button } from "antd";
import { useFetcher, useRouteLoaderData } from "react-router";
import type { ThemeName } from "./palette.ts";

/** The theme that the root's loader read from the browser's cookie. */
const useTheme = (): ThemeName => useRouteLoaderData<{ theme: ThemeName }>("root")?.theme ?? "light";

export function ThemeSwitch({ className }: { className?: string }) {
  const dark = useTheme() === "cupboard";
  const themes = useFetcher();
  return (
    <themes.Form method="post" action="/theme" className={className}>
      <Button htmlType="submit" name="theme" value={dark ? "light" : "cupboard"}>
        {dark ? "Daylight" : "Cupboard"}
      </Button>
    </themes.Form>
  );
}
