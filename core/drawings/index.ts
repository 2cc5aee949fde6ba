export { compareProfiles, frontShift, type ProfileDifference, readProfileDxf } from "./drawnProfile.ts";
export { profileDxf, profileSvg } from "./profileFile.ts";
