import { fileMeaning } from "../formats/index.ts";
import type { SetupView, TableEdit } from "../ledger/index.ts";
import { AXIS_NAME } from "../machine/index.ts";
import {
  axisOf,
  clearWear,
  copyRow,
  type EditedCell,
  enterCell,
  findingOfGeometry,
  findingOfWork,
  readBack,
  type SumFinding,
  touchedRows,
  workAfter,
  workAmount,
  workDoubt,
  workNow,
} from "../offsets/index.ts";
import { unprovenOf } from "../plan/index.ts";
import { plausibilityOfWork } from "../plausibility/index.ts";
import type { Answer } from "../refusal.ts";
import { readLength } from "../units/index.ts";
import type { Brought } from "./brought.ts";
import type { FormOf, SetupForm } from "./forms/setupForms.ts";
import { tableForms } from "./forms/tableForms.ts";
import { type CommandResult, INCOMPLETE, type InputLocale, refuse } from "./outcome.ts";
import { readTableFile } from "./readTableFile.ts";

export type TableForm = Extract<SetupForm, { intent: keyof typeof tableForms }>;
/** True for a form of Table. */
export const isTableForm = (form: SetupForm): form is TableForm => Object.hasOwn(tableForms, form.intent);

/** How this machine's control reads a data-setting file, said of the first row that there is. */
function confirmFileCommand(setup: SetupView, { id, format, language }: FormOf<"confirm-file">): CommandResult {
  if ((format === "gcode-set") !== (language === "rs-274"))
    return refuse("G10 L1 sets a row in RS-274, and only there. Choose the line that this control reads.");
  const meaning = fileMeaning(touchedRows(setup), format, { language, xShown: setup.machine.xShown });
  if (!meaning) return refuse("Nothing has been touched yet, so there is no row to show.");
  return { id, kind: "file-form-confirmed", payload: { format, language, ...meaning } };
}

/** Works out what a form of the table or of the record asks for. */
export function tableCommand(
  setup: SetupView,
  form: TableForm,
  locale: InputLocale,
  brought: Brought | undefined,
): CommandResult {
  const entry = { id: form.id } as const;
  const edited = (edit: TableEdit, cells: Answer<readonly EditedCell[]>, field: string): CommandResult =>
    cells.ok
      ? { ...entry, kind: "table-edited", payload: { edit, cells: [...cells.value] } }
      : refuse(cells.refusal.message, { [field]: cells.refusal.message });
  switch (form.intent) {
    case "enter-cell":
      return enterCommand(setup, form, locale, edited);
    case "clear-wear": {
      const offsets = locale.readList("offsets", form.offsets);
      return offsets ? edited("wear-cleared", clearWear(setup, offsets), "offsets") : refuse(INCOMPLETE);
    }
    case "copy-row":
      return edited("copied", copyRow(setup, form.from, form.to), "to");
    case "set-work":
      return workCommand(setup, form, locale);
    case "key-cells": {
      const cells = locale.readList("cells", form.cells);
      return cells
        ? { ...entry, kind: "cells-keyed", payload: { cells: [...cells], ...(form.by && { by: form.by }) } }
        : refuse(INCOMPLETE);
    }
    case "compare-table":
      return compareCommand(setup, form, locale);
    case "confirm-file":
      return confirmFileCommand(setup, form);
    case "add-note":
      return noteCommand(form, brought);
    case "sign-off":
      return { ...entry, kind: "signed-off", payload: { unproven: unprovenOf(setup).slice(0, 200) } };
    case "reopen": {
      const reason = form.reason.trim().slice(0, 120);
      const message = "Say why it is opened again.";
      return reason === "" ? refuse(message, { reason: message }) : { ...entry, kind: "reopened", payload: { reason } };
    }
  }
}

function enterCommand(
  setup: SetupView,
  { offset, column, value, how, meant }: FormOf<"enter-cell">,
  { decimalMark }: InputLocale,
  edited: (edit: TableEdit, cells: Answer<readonly EditedCell[]>, field: string) => CommandResult,
): CommandResult {
  const read = readLength(value, { units: setup.machine.units, ...(decimalMark && { decimal: decimalMark }) });
  if (!read.ok) return refuse(read.refusal.message, { value: read.refusal.message });
  const typed = how === "add" ? { add: read.value.exact } : { value: read.value.exact };
  const cells = enterCell(setup, offset, column, typed);
  const finding = cells.ok ? findingOfCells(setup, cells.value) : {};
  if (finding.refused !== undefined) return refuse(finding.refused, { value: finding.refused });
  if (finding.doubt !== undefined && !meant) return refuse(finding.doubt, { meant: finding.doubt });
  return edited(how === "add" ? "added" : "entered", cells, "value");
}

/** What the sums say of cells that are changed by hand. */
export function findingOfCells(setup: SetupView, cells: readonly EditedCell[]): SumFinding {
  let found: SumFinding = {};
  for (const { offset, column, to } of cells) {
    const axis = axisOf(column);
    const tool = setup.tools.find((one) => one.offset === offset);
    if (!axis || !tool || !column.startsWith("geometry.")) continue;
    const finding = findingOfGeometry(setup, tool, axis, to);
    if (finding.refused !== undefined) return finding;
    if (finding.doubt !== undefined) found = finding;
  }
  return found;
}

function noteCommand(form: FormOf<"add-note">, brought: Brought | undefined): CommandResult {
  const text = form.text.trim();
  const photo = brought?.kind === "photo" && brought.photo.fingerprint === form.photo ? brought.photo : undefined;
  const no = (field: string, message: string) => refuse(message, { [field]: message });
  if (form.photo !== undefined && !photo) return no("photo", "The photo has not come along. Choose it again.");
  if (text === "" && !photo) return no("text", "Write the note first.");
  return {
    id: form.id,
    kind: "note-added",
    payload: { text, ...(form.offset && { offset: form.offset }), ...(photo && { photo }) },
  };
}

function workCommand(setup: SetupView, form: FormOf<"set-work">, { decimalMark }: InputLocale): CommandResult {
  const { machine, workOffset } = setup;
  const { name, axis, means, value } = form;
  const no = (message: string) => refuse(message, { value: message });
  const read = readLength(value, { units: machine.units, ...(decimalMark && { decimal: decimalMark }) });
  if (!read.ok) return no(read.refusal.message);
  const amount = workAmount(machine, axis, means, read.value.exact);
  const active = name === workOffset.name;
  if (means === "next-operation" && active) return no(`${name} is this operation's own. Choose the next one.`);
  if (means === "datum-distance" && axis === "x") return no("A datum face is a distance along Z.");
  const [from, to] = [workNow(setup, name, axis), workAfter(setup, name, axis, means, amount)];
  if (to === undefined)
    return no(`${name} ${AXIS_NAME[axis]} is not known yet, so nothing can be moved from it. Set the number itself.`);
  const finding = findingOfSetWork(setup, form, to);
  if (finding.refused !== undefined) return no(finding.refused);
  if (finding.doubt !== undefined && !form.meant) return refuse(finding.doubt, { meant: finding.doubt });
  return {
    id: form.id,
    kind: "work-offset-set",
    payload: { name, axis, means, active, from: from ?? null, to },
  };
}

/**
 * What is to be said of a work offset that is set without a touch, `to` in millimetres, on the diameter for X: that it cannot be; or that
 * X does not move with the stock, a sum would be open, or a slip of the number that was typed would explain it. What is moved on purpose
 * opens no sum.
 */
export function findingOfSetWork(
  setup: SetupView,
  { name, axis, means, value }: Pick<FormOf<"set-work">, "name" | "axis" | "means" | "value">,
  to: number,
): SumFinding {
  const { refused, doubt: open } = findingOfWork(setup, name, axis, to);
  if (refused !== undefined) return { refused };
  const fixed = workDoubt(setup, name, axis, to);
  if (fixed !== undefined || means !== "entered") return fixed === undefined ? {} : { doubt: fixed };
  const typed = { axis, exact: to, expanded: 0, spacers: [], touch: undefined, texts: { value } };
  const slip = plausibilityOfWork(setup, undefined, typed, workNow(setup, name, axis)).message;
  const doubt = open ?? (slip === null ? undefined : `${slip} Is it meant?`);
  return doubt === undefined ? {} : { doubt };
}

/** The control's own table, read back and compared; a foreign CSV file by the columns that were named. */
function compareCommand(
  setup: SetupView,
  { id, name, ...file }: FormOf<"compare-table">,
  locale: InputLocale,
): CommandResult {
  const read = readTableFile(setup, file, locale);
  if (!read.ok) return refuse(read.refusal.message, { text: read.refusal.message });
  const { table, numbers, holds, format } = read.value;
  return comparison(id, name, format, readBack(setup, table, numbers, holds));
}

function comparison(
  id: string,
  name: string,
  format: string,
  { agreed, differences }: ReturnType<typeof readBack>,
): CommandResult {
  if (agreed.length === 0 && differences.length === 0)
    return refuse("There is nothing in this setup's table yet that could be compared.", {
      text: "There is nothing in this setup's table yet that could be compared.",
    });
  return {
    id,
    kind: "table-compared",
    payload: { name: name.trim() || "table", format, agreed: [...agreed], differences: [...differences] },
  };
}
