export { compensatedWay, type TipPlace } from "./compensatedWay.ts";
export { type NoseProblem, normalOf, noseDeviation } from "./noseDeviation.ts";
export { profileFrame } from "./profileFrame.ts";
export { MOST_POINTS, type ProfilePoints, readProfile } from "./typedProfile.ts";
