import { href, Link } from "react-router";
import { styled } from "styled-components";
import type { Person } from "../../server/people/person.server.ts";
import { TOPICS, type Topic } from "../../sim/exercise/topics.ts";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { TopStrip } from "../shell/TopStrip.tsx";
import { PlainButtonLink } from "../ui/Button.tsx";
import { color, narrow, size } from "../ui/tokens.ts";
import { TOPIC_WORDS } from "./topicWords.ts";
import { WhyDrawing } from "./WhyDrawing.tsx";

/** One thing in a few words, with the drawing doing the talking. */
export function WhyPage({ person, topic }: { readonly person: Person; readonly topic: Topic }) {
  const { question, answer } = TOPIC_WORDS[topic];
  return (
    <>
      <TopStrip
        title="In a few words"
        subtitle={question}
        person={person}
        beside={{ to: href("/practice"), name: "Practice" }}
      />
      <Page>
        <FailsAlone what="The drawing">
          <WhyDrawing topic={topic} />
        </FailsAlone>
        <section>
          <h1>{question}</h1>
          {answer.map((words) => (
            <p key={words}>{words}</p>
          ))}
          <nav aria-label="Other questions">
            {TOPICS.filter((one) => one !== topic).map((one) => (
              <Link key={one} to={href("/practice/why/:topic", { topic: one })}>
                {TOPIC_WORDS[one].question}
              </Link>
            ))}
          </nav>
          <Back to={href("/practice")}>To the exercises</Back>
        </section>
      </Page>
    </>
  );
}

const Page = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 28px;
  max-width: 1500px;
  height: calc(100dvh - 52px);
  min-height: 600px;
  margin: 0 auto;
  padding: 20px 24px;
  ${narrow} { grid-template-columns: minmax(0, 1fr); height: auto; min-height: 0; padding: 14px; }
  section { display: grid; align-content: start; gap: 14px; overflow: auto; }
  h1 { font-size: 30px; line-height: 1.15; }
  p { font-size: 20px; line-height: 1.35; }
  nav { display: grid; margin-top: 10px; border-top: 1px solid ${color("line")}; }
  nav a { display: grid; align-items: center; min-height: 48px; color: ${color("measured")}; font-size: ${size.text}; border-bottom: 1px solid ${color("line")}; }
`;
const Back = styled(PlainButtonLink)`justify-self: start;`;
