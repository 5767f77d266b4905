/** From daylight to the cupboard and back; the whole page takes its theme from the root's loader. */
import { MoonOutlined, SunOutlined } from "@ant-design/icons";
import { Button } from "antd";
import { useFetcher, useRouteLoaderData } from "react-router";
import type { ThemeName } from "./palette.ts";
import styles from "./theme-switch.module.css";

/** The theme that the root's loader read from the browser's cookie. */
export const useTheme = (): ThemeName => useRouteLoaderData<{ theme: ThemeName }>("root")?.theme ?? "light";

/** Takes the page to the other theme. */
export function useOtherTheme(): () => void {
  const dark = useTheme() === "cupboard";
  const themes = useFetcher();
  return () => void themes.submit({ theme: dark ? "light" : "cupboard" }, { method: "post", action: "/theme" });
}

export function ThemeSwitch({ className }: { className?: string }) {
  const dark = useTheme() === "cupboard";
  const themes = useFetcher();
  return (
    <themes.Form method="post" action="/theme" className={className}>
      <Button
        htmlType="submit"
        name="theme"
        value={dark ? "light" : "cupboard"}
        icon={dark ? <SunOutlined /> : <MoonOutlined />}
        aria-label={dark ? "Light screen" : "Dark screen"}
      >
        <span className={styles.word}>{dark ? "Light screen" : "Dark screen"}</span>
      </Button>
    </themes.Form>
  );
}
