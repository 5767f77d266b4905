/** Puts Heron's theme and the page's nonce under every Ant Design control. */
import { ConfigProvider } from "antd";
import { type ReactNode, useEffect, useState } from "react";
import { antdTheme, type ThemeName } from "./antd-theme.ts";

/** The nonce of the page; browsers hide the attribute, the property still tells it. */
const pageNonce = () =>
  typeof document === "undefined"
    ? undefined
    : (document.querySelector<HTMLElement>("script[nonce]")?.nonce ?? undefined);

/** Fingers want larger controls than a mouse; known only in the browser. */
function useCoarsePointer(): boolean {
  const [coarse, setCoarse] = useState(false);
  useEffect(() => {
    const query = matchMedia("(pointer: coarse), (max-width: 700px)");
    const follow = () => setCoarse(query.matches);
    follow();
    query.addEventListener("change", follow);
    return () => query.removeEventListener("change", follow);
  }, []);
  return coarse;
}

export function HeronTheme({ theme, nonce, children }: { theme: ThemeName; nonce?: string; children: ReactNode }) {
  const coarse = useCoarsePointer();
  return (
    <ConfigProvider
      theme={antdTheme(theme)}
      csp={{ nonce: nonce ?? pageNonce() }}
      componentSize={coarse ? "large" : "middle"}
      wave={{ disabled: true }}
    >
      {children}
    </ConfigProvider>
  );
}
