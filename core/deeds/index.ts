export { type Brought, LARGEST_PHOTO, type Photo, readPhotoFile } from "./brought.ts";
export { type ListValues, listSchemas, type ReadList, readOwnList } from "./forms/lists.ts";
export { type FormOf, type Intent, type SetupForm, setupForms } from "./forms/setupForms.ts";
export { type Doer, type Known, makeCommand } from "./makeCommand.ts";
export { type ConflictSide, type Made, type NewEntry, refuse, type SetupOutcome, type Typist } from "./outcome.ts";
export { type KnownBefore, readStock, rowsOf } from "./prepareCommand.ts";
export { readSize } from "./readSize.ts";
export { IDLE_HOURS, may, REFUSED_PERSON, type Role } from "./role.ts";
