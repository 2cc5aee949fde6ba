import { type LeavesTravel, leavesTravel, travelOfSetup } from "../../core/clearance/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { programMachine, programMotions } from "../../core/program/index.ts";
import { whereToolsStand } from "../../core/proof/index.ts";

/** A setup and the text of its program, of which the lines are wanted that lead a tool out of its travel. */
export interface TravelRequest {
  readonly setup: SetupView;
  readonly program: string;
}
export type TravelAnswer = readonly (LeavesTravel & { readonly text: string })[];

/** Follows the program beside the page. It is left by ending the worker. */
self.onmessage = ({ data: { setup, program } }: MessageEvent<TravelRequest>) => {
  const lines = program.split(/\r\n|\n|\r/);
  const { motions } = programMotions(program, programMachine(setup.machine));
  const found = leavesTravel(setup, travelOfSetup(setup, whereToolsStand(setup)), motions);
  self.postMessage(found.map((one): TravelAnswer[number] => ({ ...one, text: lines[one.line - 1]?.trim() ?? "" })));
};
