export {
  checkFile,
  checksOf,
  judgeStop,
  type ProofState,
  proofState,
  stoppedAt,
  type TwoLineCheck,
  twoLineCheck,
} from "./twoLineCheck.ts";
export { type ToolStanding, whereToolsStand } from "./whereToolsStand.ts";
