import { isRouteErrorResponse, useRouteLoaderData } from "react-router";
import { styled } from "styled-components";
import { PlainButtonLink } from "../ui/Button.tsx";
import { Quiet } from "../ui/Panel.tsx";
import { Mark } from "./Mark.tsx";

/** What went wrong and what to do next; never the cause of a bug, which stands in the log under the reference. */
export function FailurePage({ error }: { readonly error: unknown }) {
  const reference = useRouteLoaderData<{ requestId?: string }>("root")?.requestId;
  const { title, text } = wordsFor(error);
  return (
    <Page>
      <Mark />
      <h1>{title}</h1>
      <p>{text}</p>
      {reference && !isRouteErrorResponse(error) && <Quiet>Reference for Luvrit's administrator: {reference}</Quiet>}
      <p>
        <PlainButtonLink to="/">Go to the setups</PlainButtonLink>
      </p>
    </Page>
  );
}

const AWAY: readonly number[] = [502, 503, 504];
const OPEN_HERE =
  "Setups that were opened on this device open without it, and what you enter there is sent when it is back.";

function wordsFor(error: unknown): { readonly title: string; readonly text: string } {
  if (isRouteErrorResponse(error)) {
    const said = typeof error.data === "string" && error.data !== "" ? error.data : error.statusText;
    if (error.status === 404) return { title: "Not found", text: said || "There is nothing here." };
    if (error.status === 403) return { title: "Not allowed", text: `${said} Ask a lead, or sign in as somebody else.` };
    if (AWAY.includes(error.status)) return { title: "The server is not there", text: `${said} ${OPEN_HERE}` };
    return { title: "That did not work", text: said || "Go back and try again." };
  }
  // What a browser throws where the server does not answer.
  if (error instanceof TypeError && /fetch|network|load failed/i.test(error.message))
    return { title: "The server does not answer", text: OPEN_HERE };
  return {
    title: "Something is wrong in Luvrit",
    text: "What was accepted so far is safe. Reload the page; if it comes back, tell Luvrit's administrator.",
  };
}

const Page = styled.main`
  max-width: 640px;
  margin: 12vh auto 0;
  padding: 0 24px;
  display: grid;
  gap: 16px;
`;
