export { CARRY_CHOICES, type CarriedRow, type CarryAnswer, type CarryChoice, type NewCommand } from "./carriedRow.ts";
export { type CarriedCommands, carriedCommands, carryOver, proposedAnswers } from "./carryOver.ts";
