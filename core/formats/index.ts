export { CSV_FIELDS, type CsvField, csvHead, guessColumn } from "./csvColumns.ts";
export { csvText, guessMapping, harmless, readCsvSheet, readMappedCsv } from "./csvTable.ts";
export { readDataSetting, writeDataSetting } from "./dataSetting.ts";
export { fileMeaning } from "./fileMeaning.ts";
export { FORMATS, formatNamed, formatOf, LARGEST_OFFSET_FILE, lossesOf, readOffsetFile } from "./formats.ts";
export { luvritOffsetsSchema } from "./luvritJson.ts";
export {
  OFFSET_FIELDS,
  type OffsetField,
  type OffsetFileCode,
  type OffsetFileRefusal,
  type OffsetFormat,
  type SaidOfFile,
  type WriteOptions,
} from "./offsetFile.ts";
export { workRegister } from "./workRegister.ts";
