import { href, redirect, type ShouldRevalidateFunctionArgs } from "react-router";
import { sql } from "../../server/context.server.ts";
import { requireRole } from "../../server/people/access.server.ts";
import { shownPerson } from "../../server/people/person.server.ts";
import { drawLathe, openLathe } from "../../server/practice/drawnLathe.server.ts";
import { findExercise } from "../../server/practice/practiceRepository.server.ts";
import { freshSeed, MOST_SEED } from "../../sim/exercise/freshSeed.ts";
import { DEPTHS } from "../../sim/exercise/run.ts";
import { DebriefPage } from "../exercise/DebriefPage.tsx";
import { ExercisePage } from "../exercise/ExercisePage.tsx";
import { useFinish } from "../exercise/useFinish.ts";
import { useWaitingRuns } from "../exercise/useWaitingRuns.ts";
import { TopStrip } from "../shell/TopStrip.tsx";
import type { Route } from "./+types/exercise";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: loaderData ? `${loaderData.exercise.title} · Practice · Luvrit` : "Practice · Luvrit" },
];

/**
 * An exercise on a lathe of its own: another seed each time, unless the address says which. Alone the lathe is drawn by the server for this one
 * run, and the address has the run's id in place of the seed.
 */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = await requireRole({ request, context }, "viewer");
  const exercise = await findExercise(sql(), params.exerciseId);
  if (!exercise) throw new Response("There is no such exercise.", { status: 404 });
  const { pathname, searchParams } = new URL(request.url);
  const asked = Number(searchParams.get("seed") ?? "");
  const depth = DEPTHS.find((one) => one === searchParams.get("depth")) ?? "shown";
  if (depth === "alone") {
    const run = searchParams.get("run") ?? "";
    const there = /^[0-9a-f-]{36}$/.test(run) ? await openLathe(sql(), run, person.id, exercise.id) : undefined;
    if (there)
      return { person: shownPerson(person), exercise, depth, seed: there.seed, run: there.id, again: undefined };
    const drawn = await drawLathe(sql(), person.id, exercise);
    throw redirect(`${pathname}?${new URLSearchParams({ depth, run: drawn.id })}`);
  }
  const isSeed = Number.isInteger(asked) && asked >= 1 && asked <= MOST_SEED;
  // The seed goes into the address: loaded anew, it is the same lathe, and what was done on it goes on.
  if (!isSeed) {
    const seed = freshSeed(exercise, Math.random);
    throw redirect(`${pathname}?${new URLSearchParams({ depth, seed: String(seed) })}`);
  }
  const again = { goal: Number(searchParams.get("goal") ?? ""), from: Number(searchParams.get("from") ?? "") };
  const isAgain = searchParams.has("goal") && exercise.goals[again.goal] !== undefined && Number.isInteger(again.from);
  return {
    person: shownPerson(person),
    exercise,
    depth,
    seed: asked,
    run: undefined,
    again: isAgain ? again : undefined,
  };
}

/** The lathe that somebody works at stays the one that it is. */
export const shouldRevalidate = ({ currentUrl, nextUrl }: ShouldRevalidateFunctionArgs) =>
  currentUrl.href !== nextUrl.href;

export default function Exercise({ loaderData: { person, exercise, depth, seed, run, again } }: Route.ComponentProps) {
  const finish = useFinish(exercise.id, person);
  useWaitingRuns(person.id);
  if (finish.here) return <DebriefPage person={person} {...finish.here} runs={[]} next={undefined} isOwn isHere />;
  return (
    <>
      <TopStrip
        title="Practice"
        subtitle={exercise.title}
        person={person}
        beside={{ to: href("/practice"), name: "Practice" }}
      />
      <ExercisePage
        key={`${exercise.id} ${depth} ${seed} ${again?.goal}`}
        exercise={exercise}
        depth={depth}
        seed={seed}
        runId={run}
        again={again}
        finish={finish}
      />
    </>
  );
}
