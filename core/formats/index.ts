export {
  type DataSettingCode,
  type DataSettingDialect,
  type DataSettingOptions,
  type DataSettingRefusal,
  readDataSetting,
  writeDataSetting,
} from "./dataSetting.ts";
