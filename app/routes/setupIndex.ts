import { redirect } from "react-router";
import type { Route } from "./+types/setupIndex";

export const loader = ({ params }: Route.LoaderArgs) => redirect(`/setups/${params.setupId}/touch`);
