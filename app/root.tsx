import monoFont from "@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-wght-normal.woff2?url";
import nextFont from "@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2?url";
import { type ReactNode, useEffect } from "react";
import { I18nProvider } from "react-aria-components";
import {
  href,
  Links,
  type LinksFunction,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  type ShouldRevalidateFunctionArgs,
  useNavigate,
  useRouteLoaderData,
} from "react-router";
import { requestContext } from "../server/http/requestContext.server.ts";
import { identify } from "../server/people/access.server.ts";
import type { Route } from "./+types/root";
import { goOn } from "./offline/keptPage.ts";
import { FailurePage } from "./shell/FailurePage.tsx";
import { NavigationProgress } from "./shell/NavigationProgress.tsx";
import { useFocusOnArrival } from "./shell/useFocusOnArrival.ts";
import base from "./ui/base.css?url";
import { useNonce } from "./ui/nonce.ts";
import { Toasts } from "./ui/Toast.tsx";
import { chosenTheme } from "./ui/theme.server.ts";

export const links: LinksFunction = () => [
  { rel: "icon", href: "/favicon.svg", type: "image/svg+xml" },
  { rel: "manifest", href: "/manifest.webmanifest" },
  { rel: "apple-touch-icon", href: "/icon-192.png" },
  ...[nextFont, monoFont].map((href) => ({
    rel: "preload",
    href,
    as: "font",
    type: "font/woff2",
    crossOrigin: "anonymous" as const,
  })),
  { rel: "stylesheet", href: base },
];

export const meta: Route.MetaFunction = () => [
  { title: "Luvrit" },
  { name: "description", content: "Touch-off, offsets, proof and record for lathe setups" },
];

/** Who asks is found out once for all loaders and actions of a request. */
export const middleware: Route.MiddlewareFunction[] = [identify];

export async function loader({ request, context }: Route.LoaderArgs) {
  return { theme: await chosenTheme(request), requestId: context.get(requestContext).requestId };
}

/** Nothing here changes but by choosing a theme. */
export const shouldRevalidate = ({ formAction }: ShouldRevalidateFunctionArgs) => formAction === href("/theme");

export function Layout({ children }: { readonly children: ReactNode }) {
  // From here on the page answers to keys and taps; before, base.css shows that it is not there yet.
  useEffect(() => {
    document.documentElement.dataset.ready = "";
  }, []);
  const nonce = useNonce();
  const theme = useRouteLoaderData<typeof loader>("root")?.theme;
  return (
    <html lang="en" {...(theme && { "data-theme": theme })} suppressHydrationWarning>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta property="csp-nonce" nonce={nonce} content={nonce} suppressHydrationWarning />
        <Meta />
        <Links nonce="" />
      </head>
      <body>
        {/* One language, whatever the browser's: numbers are read and written by the person's own decimal mark. */}
        <I18nProvider locale="en-US">{children}</I18nProvider>
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  );
}

export default function App() {
  const navigate = useNavigate();
  useFocusOnArrival();
  useEffect(() => {
    const to = goOn();
    if (to !== undefined) navigate(to, { replace: true });
  }, [navigate]);
  return (
    <>
      <NavigationProgress />
      <Outlet />
      <Toasts />
    </>
  );
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  return <FailurePage error={error} />;
}
