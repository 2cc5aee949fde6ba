import type { Route } from "./+types/notFound";

export function loader({ request }: Route.LoaderArgs): never {
  throw new Response(`There is nothing at ${new URL(request.url).pathname}.`, { status: 404 });
}

/** Never shown: the loader always ends in the not-found page. */
export default function NotFound() {
  return null;
}
