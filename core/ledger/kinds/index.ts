import type { FromSchema } from "json-schema-to-ts";
import type { Cell } from "../cells.ts";
import * as barRechucked from "./barRechucked.ts";
import * as callsRenumbered from "./callsRenumbered.ts";
import * as cellsKeyed from "./cellsKeyed.ts";
import * as controlRowRecorded from "./controlRowRecorded.ts";
import * as entryUndone from "./entryUndone.ts";
import * as faceRecorded from "./faceRecorded.ts";
import * as factChecked from "./factChecked.ts";
import * as featureMeasured from "./featureMeasured.ts";
import * as featureRecorded from "./featureRecorded.ts";
import * as featureRemoved from "./featureRemoved.ts";
import * as fileFormConfirmed from "./fileFormConfirmed.ts";
import * as frontDescribed from "./frontDescribed.ts";
import * as historyLeftOut from "./historyLeftOut.ts";
import * as holderNumbered from "./holderNumbered.ts";
import * as holeRecorded from "./holeRecorded.ts";
import * as insertIndexed from "./insertIndexed.ts";
import type { Kind } from "./kind.ts";
import * as masterChanged from "./masterChanged.ts";
import * as mountRecorded from "./mountRecorded.ts";
import * as noseAccepted from "./noseAccepted.ts";
import * as noteAdded from "./noteAdded.ts";
import * as numberConfirmed from "./numberConfirmed.ts";
import * as numbersReckonedAnew from "./numbersReckonedAnew.ts";
import * as orderArranged from "./orderArranged.ts";
import * as partLengthCorrected from "./partLengthCorrected.ts";
import * as partLengthRecorded from "./partLengthRecorded.ts";
import * as partStepped from "./partStepped.ts";
import * as positionChecked from "./positionChecked.ts";
import * as positionLost from "./positionLost.ts";
import * as programProven from "./programProven.ts";
import * as programRead from "./programRead.ts";
import * as proofChecked from "./proofChecked.ts";
import * as reachRecorded from "./reachRecorded.ts";
import * as reopened from "./reopened.ts";
import * as safetyWearSet from "./safetyWearSet.ts";
import * as schoolChanged from "./schoolChanged.ts";
import * as secondOffsetMade from "./secondOffsetMade.ts";
import * as setterCalibrated from "./setterCalibrated.ts";
import * as setupOpened from "./setupOpened.ts";
import * as signedOff from "./signedOff.ts";
import * as staleDecided from "./staleDecided.ts";
import * as stockDescribed from "./stockDescribed.ts";
import * as stockMeasured from "./stockMeasured.ts";
import * as tableCompared from "./tableCompared.ts";
import * as tableEdited from "./tableEdited.ts";
import * as tableRead from "./tableRead.ts";
import * as toolLoaded from "./toolLoaded.ts";
import * as toolMoved from "./toolMoved.ts";
import * as toolRemoved from "./toolRemoved.ts";
import * as touchAccepted from "./touchAccepted.ts";
import * as wayChosen from "./wayChosen.ts";
import * as workOffsetChosen from "./workOffsetChosen.ts";
import * as workOffsetDescribed from "./workOffsetDescribed.ts";
import * as workOffsetSet from "./workOffsetSet.ts";
import * as workOffsetTaught from "./workOffsetTaught.ts";

/**
 * Every kind of entry, once. A kind is one file with its schema and everything that the ledger asks of it; what is missing
 * there does not compile. Kinds are past tense; a payload that must change its meaning gets a new version.
 */
const KINDS = {
  "setup-opened": setupOpened,
  "tool-loaded": toolLoaded,
  "holder-numbered": holderNumbered,
  "history-left-out": historyLeftOut,
  "control-row-recorded": controlRowRecorded,
  "tool-removed": toolRemoved,
  "stock-described": stockDescribed,
  "program-read": programRead,
  "calls-renumbered": callsRenumbered,
  "program-proven": programProven,
  "fact-checked": factChecked,
  "table-read": tableRead,
  "stale-decided": staleDecided,
  "order-arranged": orderArranged,
  "part-stepped": partStepped,
  "feature-recorded": featureRecorded,
  "feature-measured": featureMeasured,
  "feature-removed": featureRemoved,
  "stock-measured": stockMeasured,
  "way-chosen": wayChosen,
  "touch-accepted": touchAccepted,
  "numbers-reckoned-anew": numbersReckonedAnew,
  "number-confirmed": numberConfirmed,
  "work-offset-taught": workOffsetTaught,
  "table-edited": tableEdited,
  "work-offset-set": workOffsetSet,
  "work-offset-described": workOffsetDescribed,
  "work-offset-chosen": workOffsetChosen,
  "cells-keyed": cellsKeyed,
  "table-compared": tableCompared,
  "file-form-confirmed": fileFormConfirmed,
  "reach-recorded": reachRecorded,
  "front-described": frontDescribed,
  "proof-checked": proofChecked,
  "note-added": noteAdded,
  "safety-wear-set": safetyWearSet,
  "second-offset-made": secondOffsetMade,
  "school-changed": schoolChanged,
  "master-changed": masterChanged,
  "hole-recorded": holeRecorded,
  "face-recorded": faceRecorded,
  "part-length-recorded": partLengthRecorded,
  "part-length-corrected": partLengthCorrected,
  "insert-indexed": insertIndexed,
  "bar-rechucked": barRechucked,
  "setter-calibrated": setterCalibrated,
  "position-lost": positionLost,
  "position-checked": positionChecked,
  "tool-moved": toolMoved,
  "mount-recorded": mountRecorded,
  "nose-accepted": noseAccepted,
  "entry-undone": entryUndone,
  "signed-off": signedOff,
  reopened: reopened,
} as const;

export type EntryKind = keyof typeof KINDS;
export const ENTRY_KINDS = Object.keys(KINDS) as readonly EntryKind[];

/** Payload of one kind, derived from its schema. */
export type Payload<Of extends EntryKind> = Payloads[Of];
/** Worked out kind by kind: asked for all kinds at once the types would grow into one another. */
type Payloads = { [Of in EntryKind]: FromSchema<(typeof KINDS)[Of]["schema"]> };

/** JSON schemas of all payloads, by kind; the validators are compiled from them. */
export const payloadSchemas = Object.fromEntries(ENTRY_KINDS.map((of) => [of, KINDS[of].schema])) as {
  readonly [Of in EntryKind]: (typeof KINDS)[Of]["schema"];
};

/** The kind whose standing entry a field of a setup's view is, by that field; a kind says so by its `standing`. */
export type StandingInSetup = {
  [Of in EntryKind as (typeof KINDS)[Of] extends { standing: { setup: infer Field extends string } }
    ? Field
    : never]: Of;
};
/** The same for the fields of a tool's view. */
export type StandingInTool = {
  [Of in EntryKind as (typeof KINDS)[Of] extends { standing: { tool: infer Field extends string } }
    ? Field
    : never]: Of;
};

/** Where the standing entry of a kind is shown, and in which cell it stands; undefined where the view works it out otherwise. */
export const standingOf = (of: EntryKind): Standing | undefined => (KINDS[of] as { standing?: Standing }).standing;
type Standing =
  | { readonly setup: keyof StandingInSetup; readonly cell: Cell }
  | { readonly tool: keyof StandingInTool; readonly cell: (offset: string) => Cell };

/** What the ledger asks of a kind. */
export const kindOf = <Of extends EntryKind>(of: Of): Kind<Of> => KINDS[of]?.kind as unknown as Kind<Of>;
