export { compensatedWay, type TipPlace } from "./compensatedWay.ts";
export { type ElementDeviation, type Nose, type NoseProblem, normalOf, noseDeviation } from "./noseDeviation.ts";
export { type ProfileFrame, profileFrame } from "./profileFrame.ts";
export { MOST_POINTS, type ProfilePoints, readProfile } from "./typedProfile.ts";
