import { signedOut } from "../../server/people/access.server.ts";
import type { Route } from "./+types/signOut";

export const action = ({ request }: Route.ActionArgs) => signedOut(request);
