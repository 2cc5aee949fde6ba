import { Link } from "react-router";
import { styled } from "styled-components";
import { STAGES } from "../frame/StageChain.tsx";
import { plainButtonLink } from "../ui/Button.tsx";
import { color, radius, size } from "../ui/tokens.ts";
import type { Route } from "./+types/stage";

/** What a stage that is not there yet will do, in a sentence. */
const COMING: Readonly<Record<string, string>> = {
  "first-part": "Measured features against their limits, and the correction for each offset.",
};

export function loader({ params }: Route.LoaderArgs) {
  const stage = STAGES.find(({ path }) => path === params.stage);
  if (!stage) throw new Response("There is no such stage.", { status: 404 });
  return { name: stage.name, path: stage.path };
}

/** A stage that is not there yet says so, and what to do meanwhile. */
export default function Stage({ loaderData: { name, path }, params }: Route.ComponentProps) {
  return (
    <Page>
      <h1>{name} is not there yet</h1>
      <p>This stage will hold: {COMING[path]}</p>
      <p>Until it does, do this as your shop does it today. All other stages work.</p>
      <nav>
        <Go to={`/setups/${params.setupId}/touch`}>To Touch</Go>
        <Go to={`/setups/${params.setupId}/table`}>To the table</Go>
      </nav>
    </Page>
  );
}

const Page = styled.main`
  display: grid;
  gap: 14px;
  max-width: 680px;
  margin: 10vh auto 0;
  padding: 28px 32px;
  border-left: 6px solid ${color("edge")};
  border-radius: ${radius};
  background: ${color("sheet")};
  h1 { font-size: ${size.number}; }
  nav { display: flex; gap: 12px; margin-top: 8px; }
`;
const Go = styled(Link)`${plainButtonLink}`;
