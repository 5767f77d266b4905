import "@fontsource/atkinson-hyperlegible-next/latin-400.css";
import "@fontsource/atkinson-hyperlegible-next/latin-600.css";
import "@fontsource/atkinson-hyperlegible-next/latin-700.css";
import "@fontsource/atkinson-hyperlegible-mono/latin-400.css";
import "@fontsource/atkinson-hyperlegible-mono/latin-600.css";
import monoRegular from "@fontsource/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-400-normal.woff2?url";
import monoSemibold from "@fontsource/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-600-normal.woff2?url";
import nextRegular from "@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2?url";
import nextSemibold from "@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-600-normal.woff2?url";
import nextBold from "@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff2?url";
import "virtual:heron-theme.css";
import "#ui/theme/tokens.css";
import { useEffect } from "react";
import {
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  type ShouldRevalidateFunction,
  useRouteLoaderData,
} from "react-router";
import type { loader as jobLoader } from "#routes/job/route.tsx";
import { pageContext } from "#server/middleware.ts";
import { PageTrouble } from "#ui/frame/trouble.tsx";
import { themeOf } from "#ui/theme/cookie.server.ts";
import { PALETTES } from "#ui/theme/palette.ts";
import { HeronTheme } from "#ui/theme/provider.tsx";
import type { Route } from "./+types/root";

/** Text must not change its width after the first paint. */
export const links: Route.LinksFunction = () =>
  [nextRegular, nextSemibold, nextBold, monoRegular, monoSemibold].map((href) => ({
    rel: "preload",
    as: "font",
    type: "font/woff2",
    crossOrigin: "anonymous" as const,
    href,
  }));

export const meta: Route.MetaFunction = () => [
  { title: "Heron" },
  {
    name: "description",
    content: "Can this supply and this panel carry a charger, and what is the least work that makes it so?",
  },
];

export async function loader({ request, context }: Route.LoaderArgs) {
  return { theme: await themeOf(request), nonce: context.get(pageContext).nonce };
}

/** The nonce belongs to one page load: navigating must not ask for another. */
export const shouldRevalidate: ShouldRevalidateFunction = ({ formAction }) => formAction === "/theme";

export function Layout({ children }: { children: React.ReactNode }) {
  const data = useRouteLoaderData<typeof loader>("root");
  const theme = data?.theme ?? "light";
  const job = useRouteLoaderData<typeof jobLoader>("routes/job/route");
  const nonce = typeof document === "undefined" ? data?.nonce : undefined;
  return (
    <html lang="en" data-theme={theme} data-rules={job?.rules} suppressHydrationWarning>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1, viewport-fit=cover" />
        <meta name="theme-color" content={PALETTES[theme].paper} />
        <link rel="manifest" href="/heron.webmanifest" />
        <link rel="icon" href="/heron.svg" type="image/svg+xml" />
        <Meta />
        <Links />
      </head>
      <body>
        <HeronTheme theme={theme} nonce={nonce}>
          {children}
        </HeronTheme>
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  );
}

export default function App() {
  useEffect(() => {
    document.documentElement.dataset.live = "";
  }, []);
  return <Outlet />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return <PageTrouble error={error} />;
}
