import { Writable } from "node:stream";
import { renderToPipeableStream } from "react-dom/server";
import {
  type EntryContext,
  type HandleErrorFunction,
  isRouteErrorResponse,
  RouterContextProvider,
  ServerRouter,
} from "react-router";
import { ServerStyleSheet, StyleSheetManager, version } from "styled-components";
import { log } from "../server/http/log.server.ts";
import { requestContext } from "../server/http/requestContext.server.ts";
import { NonceContext } from "./ui/nonce.ts";

const RENDER_WITHIN_MS = 5000;

/**
 * Styles of everything that was rendered so far, compiled once for the process: compiling them anew for each page was a
 * fifth of its cost. Bounded, because styles take their variants from short lists; positions go into style attributes.
 */
const styles = new ServerStyleSheet();

/**
 * Renders a page whole: loaders have answered before, nothing streams later, so the styles of all of it can stand in
 * the head where they keep the first paint from shifting.
 */
export default async function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  routerContext: EntryContext,
  context: RouterContextProvider,
): Promise<Response> {
  const { nonce } = context.get(requestContext);
  const html = await renderWhole(
    <StyleSheetManager sheet={styles.instance}>
      <NonceContext value={nonce}>
        <ServerRouter context={routerContext} url={request.url} nonce={nonce} />
      </NonceContext>
    </StyleSheetManager>,
    nonce,
  );
  const tag = `<style nonce="${nonce}" data-styled="true" data-styled-version="${version}">${styles.instance.toString()}</style>`;
  headers.set("Content-Type", "text/html; charset=utf-8");
  return new Response(
    html.replace("</head>", () => `${tag}</head>`),
    { status, headers },
  );
}

function renderWhole(element: React.ReactNode, nonce: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const pieces: Buffer[] = [];
    const sink = new Writable({
      write(piece: Buffer, _encoding, done) {
        pieces.push(piece);
        done();
      },
      final(done) {
        resolve(Buffer.concat(pieces).toString("utf8"));
        done();
      },
    });
    const { pipe, abort } = renderToPipeableStream(element, {
      nonce,
      onAllReady: () => pipe(sink),
      onShellError: reject,
      // A part that fails alone is left to the browser; the page goes out.
      onError: (error) => log.error({ err: error }, "failed to draw"),
    });
    setTimeout(
      () => abort(new Error(`The page took longer than ${RENDER_WITHIN_MS} ms to render.`)),
      RENDER_WITHIN_MS,
    ).unref();
  });
}

/** Bugs and outages go to the log under the request's id; the page shows the id and nothing of the cause. */
export const handleError: HandleErrorFunction = (error, { request, context }) => {
  if (request.signal.aborted || isRouteErrorResponse(error)) return;
  const requestId = context instanceof RouterContextProvider ? context.get(requestContext).requestId : undefined;
  log.error({ requestId, path: new URL(request.url).pathname, err: error }, "failed");
};
