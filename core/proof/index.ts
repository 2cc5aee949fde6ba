export {
  checkFile,
  checksOf,
  judgeStop,
  type ProofState,
  proofState,
  provenFrom,
  stoppedAt,
  type TwoLineCheck,
  twoLineCheck,
} from "./twoLineCheck.ts";
export { type ToolStanding, whereToolsStand } from "./whereToolsStand.ts";
