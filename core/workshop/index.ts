export { type ProfileField, profileFields, profileOfTexts, textsOfProfile } from "./profileTexts.ts";
export { shopTolerance } from "./shopTolerance.ts";
export { LONGEST_NAME, type NamedItem, readWorkshopFile, writeWorkshopCsv, writeWorkshopJson } from "./workshopFile.ts";
export {
  isOverdue,
  itemWords,
  readTypedItem,
  type ShopGauge,
  typedItem,
  WORKSHOP_KINDS,
  type WorkshopContent,
  type WorkshopContents,
  type WorkshopField,
  type WorkshopKind,
  workshopFields,
  workshopSchemas,
} from "./workshopItem.ts";
