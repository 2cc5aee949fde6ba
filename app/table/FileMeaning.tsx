import { useState } from "react";
import { styled } from "styled-components";
import { fileMeaning } from "../../core/formats/index.ts";
import { type ControlLanguage, DATA_SETTING_FORMS, type DataSettingForm } from "../../core/machine/index.ts";
import { touchedRows } from "../../core/offsets/index.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PrimaryButton } from "../ui/Button.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, mono, radius, size } from "../ui/tokens.ts";

/** What G90 does in programs of the two families that name registers by L or by number. */
const LANGUAGES: readonly (readonly [language: ControlLanguage, words: string])[] = [
  ["box-cycles", "cuts along Z and comes back: a cycle"],
  ["absolute-modes", "says that X and Z are absolute"],
];
const RS_274: ControlLanguage = "rs-274";

/**
 * Before the first file for a machine is taken: one row of it in each form, with what it means, and the one that the control reads so is
 * chosen. Asked once for a machine; the answer stands in the record.
 */
export function FileMeaning({ loaded }: { readonly loaded: LoadedSetup }) {
  const { setup, setupId } = loaded;
  const { machine, programRead, table } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const inBackup = DATA_SETTING_FORMS.find((one) => one === table?.format);
  const [format, setFormat] = useState<DataSettingForm>(
    machine.language === RS_274 ? "gcode-set" : (inBackup ?? machine.dialect),
  );
  const proposed = machine.language ?? programRead?.language;
  const [g90, setG90] = useState(proposed === RS_274 ? undefined : proposed);
  const language = format === "gcode-set" ? RS_274 : g90;
  const rows = DATA_SETTING_FORMS.flatMap((one) => {
    const found = fileMeaning(touchedRows(setup), one, { xShown: machine.xShown });
    return found ? [{ form: one, ...found }] : [];
  });
  const [first] = rows;
  if (!first) return null;
  const send = () => language && form.send("confirm-file", { format, language });
  return (
    <Asked aria-label="How this control reads a file">
      <h3>Asked once for this machine</h3>
      <fieldset>
        <legend>Which of these lines {first.means} on this control? Its manual or an old backup says.</legend>
        {rows.map(({ form: one, line }) => (
          <label key={one}>
            <input type="radio" name="format" checked={format === one} onChange={() => setFormat(one)} />
            <code>{line}</code>
          </label>
        ))}
      </fieldset>
      {format !== "gcode-set" && (
        <fieldset>
          <legend>
            In its programs a line <code>G90 X20. Z-10.</code> …
          </legend>
          {LANGUAGES.map(([one, words]) => (
            <label key={one}>
              <input type="radio" name="language" checked={g90 === one} onChange={() => setG90(one)} />
              <span>{words}</span>
            </label>
          ))}
          {programRead?.language && !machine.language && (
            <p>
              {programRead.name} looks as if it{" "}
              {LANGUAGES.find(([one]) => one === programRead.language)?.[1] ?? "were RS-274"}.
            </p>
          )}
        </fieldset>
      )}
      <p>If none of them does, take no file: key the numbers in by hand.</p>
      <PrimaryButton onPress={send} isDisabled={form.busy || !loaded.mayEnter || language === undefined}>
        {form.busy ? "Saving…" : "This is how it reads"}
      </PrimaryButton>
      {!loaded.mayEnter && <p>A setter or a lead says this before a file is taken.</p>}
      <Trouble>{form.trouble}</Trouble>
    </Asked>
  );
}

const Asked = styled.section`
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding: 10px 12px;
  border: 1px solid ${color("line")};
  border-left: 5px solid ${color("spacer")};
  border-radius: ${radius};
  h3 { font-size: ${size.text}; }
  fieldset { display: grid; gap: 2px; min-width: 0; padding: 0; border: 0; }
  legend { padding: 0 0 4px; font-size: ${size.small}; color: ${color("ink")}; }
  label { display: flex; gap: 10px; align-items: center; min-height: 48px; cursor: pointer; }
  input { width: 22px; height: 22px; flex: none; accent-color: ${color("action")}; }
  code { ${mono} font-size: ${size.text}; overflow-wrap: anywhere; }
`;
