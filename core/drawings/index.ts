export { compareProfiles, frontShift, type ProfileDifference, readProfileDxf } from "./drawnProfile.ts";
export { profileDxf, profilePicture, profileSvg } from "./profileFile.ts";
