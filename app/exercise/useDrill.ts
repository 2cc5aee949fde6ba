import { useCallback, useEffect, useRef, useState } from "react";
import { type Drill, type DrillQuestion, judgeAnswer } from "../../sim/exercise/drills.ts";

/** A drill lasts so many seconds. */
export const DRILL_SECONDS = 60;

/** A question that was answered. */
interface Answered {
  readonly question: DrillQuestion;
  readonly isRight: boolean;
  readonly says: string | undefined;
}

const keyOf = (id: string) => `luvrit.drill.${id}`;

function readBest(id: string): number | undefined {
  try {
    const text = localStorage.getItem(keyOf(id));
    return text === null ? undefined : Number(text);
  } catch (failure) {
    // A browser that keeps nothing has no best minute.
    if (failure instanceof DOMException) return undefined;
    throw failure;
  }
}

function keepBest(id: string, right: number): void {
  try {
    localStorage.setItem(keyOf(id), String(right));
  } catch (failure) {
    if (!(failure instanceof DOMException)) throw failure;
  }
}

/** A minute of questions. Knows no markup. */
export function useDrill(drill: Drill) {
  const [question, setQuestion] = useState<DrillQuestion>();
  const [answered, setAnswered] = useState<readonly Answered[]>([]);
  const [left, setLeft] = useState(DRILL_SECONDS);
  const [best, setBest] = useState<number>();
  const ends = useRef(0);
  useEffect(() => setBest(readBest(drill.id)), [drill]);
  const isRunning = question !== undefined && left > 0;
  useEffect(() => {
    if (!isRunning) return;
    const timer = setInterval(() => setLeft(Math.max(0, Math.ceil((ends.current - performance.now()) / 1000))), 200);
    return () => clearInterval(timer);
  }, [isRunning]);
  const right = answered.filter(({ isRight }) => isRight).length;
  const isOver = question !== undefined && left === 0;
  useEffect(() => {
    if (!isOver) return;
    const before = readBest(drill.id);
    if (before === undefined || right > before) keepBest(drill.id, right);
  }, [isOver, right, drill]);
  const start = useCallback(() => {
    setBest(readBest(drill.id));
    ends.current = performance.now() + DRILL_SECONDS * 1000;
    setLeft(DRILL_SECONDS);
    setAnswered([]);
    setQuestion(drill.question(Math.random));
  }, [drill]);
  const answer = (number: number) => {
    if (!question || !isRunning) return;
    const { isRight, says } = judgeAnswer(question, number);
    setAnswered((before) => [...before, { question, isRight, says }]);
    setQuestion(drill.question(Math.random));
  };
  return { question, answered, left, right, best, isRunning, isOver, start, answer };
}
