import { newsDesk, sql } from "../../server/context.server.ts";
import { eventStream } from "../../server/http/eventStream.server.ts";
import { requestContext } from "../../server/http/requestContext.server.ts";
import { countStream, mayOpenStream, TOO_MANY_STREAMS } from "../../server/http/streamsOf.server.ts";
import { standingSetups } from "../../server/ledger/setupsRepository.server.ts";
import { linkTo } from "../../server/machine-link/links.server.ts";
import { mustBeQuietly } from "../../server/people/access.server.ts";
import { listening } from "../../server/people/listening.server.ts";
import type { StreamMessage } from "../stream/topics.ts";
import type { Route } from "./+types/stream";

/** A browser with very many pages listens to the first so many. */
const MOST_TOPICS = 40;

/** The one stream of a browser: news of setups and positions of machines, each told as what it is about. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const person = await mustBeQuietly({ request, context }, "viewer");
  const query = new URL(request.url).searchParams;
  const setups = await standingSetups(sql(), query.getAll("setup").slice(0, MOST_TOPICS));
  const machines = query.getAll("machine").slice(0, MOST_TOPICS);
  // A browser cannot read a refused stream: it is told why on one that ends.
  if (!mayOpenStream(person.id))
    return new Response(
      `retry: 30000\ndata: ${JSON.stringify({ words: TOO_MANY_STREAMS } satisfies StreamMessage)}\n\n`,
      {
        headers: { "Content-Type": "text/event-stream", "Cache-Control": "no-store" },
      },
    );
  return eventStream<StreamMessage>(
    (tell) => {
      // Proxies pass an answer on with its first words.
      tell({ listening: true });
      const ends = [
        countStream(person.id),
        ...setups.map((setup) => newsDesk.listen(setup, (news) => tell({ setup, news }))),
        ...machines.map((machine) => linkTo(machine)?.listen((report) => tell({ machine, report }))),
      ];
      return () => {
        for (const end of ends) end?.();
      };
    },
    listening(request, context.get(requestContext)),
  );
}
