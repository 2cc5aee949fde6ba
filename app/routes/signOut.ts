import { originOf } from "../../server/http/origin.server.ts";
import { requestContext } from "../../server/http/requestContext.server.ts";
import { signedOut } from "../../server/people/access.server.ts";
import type { Route } from "./+types/signOut";

export const action = ({ request, context }: Route.ActionArgs) =>
  signedOut(request, originOf(request, context.get(requestContext)));
