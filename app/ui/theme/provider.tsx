/** Puts Heron's theme and the page's nonce under every Ant Design control. */
import { ConfigProvider } from "antd";
import type { ReactNode } from "react";
import { ANTD_THEMES } from "./antd-theme.ts";
import type { ThemeName } from "./palette.ts";

/** The nonce of the page; browsers hide the attribute, but the property has it. */
const pageNonce = () =>
  typeof document === "undefined"
    ? undefined
    : (document.querySelector<HTMLElement>("script[nonce]")?.nonce ?? undefined);

/** In a list where nothing matches what was typed. */
const nothing = () => <span className="quiet">No match</span>;

export function HeronTheme({ theme, nonce, children }: { theme: ThemeName; nonce?: string; children: ReactNode }) {
  return (
    <ConfigProvider
      theme={ANTD_THEMES[theme]}
      csp={{ nonce: nonce ?? pageNonce() }}
      wave={{ disabled: true }}
      renderEmpty={nothing}
      // Lists are short; one that is drawn as a whole is read out with the words of its choices.
      virtual={false}
    >
      {children}
    </ConfigProvider>
  );
}
