/**
 * What a machine's programs mean by the codes on which lathes disagree:
 *
 * - `box-cycles`: G90, G92 and G94 with coordinates cut cycles along, of a thread and across; U and W count on from where the tool is;
 *   G98 and G99 are feeds.
 * - `absolute-modes`: G90 and G91 say whether coordinates are absolute, G94 and G95 are feeds, G77 to G79 cut the cycles.
 * - `rs-274`: as RS-274 has it: the same modes, O words, X as a radius or a diameter by G8 and G7, and data set by `G10 L1` and `L2`,
 *   since `L10`, `L11` and `L20` calculate from where the tool stands.
 */
export const CONTROL_LANGUAGES = ["box-cycles", "absolute-modes", "rs-274"] as const;
export type ControlLanguage = (typeof CONTROL_LANGUAGES)[number];

/** Forms of data-setting files; see docs/formats/data-setting.md. */
export const DATA_SETTING_FORMS = ["gcode-l", "gcode-n", "gcode-set"] as const;
export type DataSettingForm = (typeof DATA_SETTING_FORMS)[number];

/** A form of data-setting file as somebody has confirmed that a control reads it. */
export interface FileForm {
  readonly format: DataSettingForm;
  readonly language: ControlLanguage;
}

/** True where the meaning of this machine's data-setting files has been confirmed for the form and the language that it has now. */
export const isFileFormConfirmed = ({
  dialect,
  language,
  fileForm,
}: {
  readonly dialect: DataSettingForm;
  readonly language?: ControlLanguage;
  readonly fileForm?: FileForm;
}): boolean => fileForm !== undefined && fileForm.format === dialect && fileForm.language === language;
