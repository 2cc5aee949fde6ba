import { CSV_FIELDS, type CsvField, readCsvSheet, readMappedCsv } from "../formats/index.ts";
import { fromControl } from "../frame/index.ts";
import type { SetupView, TableDeed } from "../ledger/index.ts";
import {
  clearWear,
  copyRow,
  type EditedCell,
  enterCell,
  readBack,
  workAfter,
  workDoubt,
  workNow,
} from "../offsets/index.ts";
import { unprovenOf } from "../plan/index.ts";
import type { Answer } from "../refusal.ts";
import { readLength } from "../units/index.ts";
import type { Brought } from "./brought.ts";
import type { FormOf, SetupForm } from "./forms/setupForms.ts";
import { tableForms } from "./forms/tableForms.ts";
import { type Made, refuse, type Typist } from "./outcome.ts";
import { readTableFile } from "./readTableFile.ts";

export type TableForm = Extract<SetupForm, { intent: keyof typeof tableForms }>;
export const isTableForm = (form: SetupForm): form is TableForm => Object.hasOwn(tableForms, form.intent);

const INCOMPLETE = "This form was not complete. Reload the page; what you typed is kept.";

/** Works out what a form of the table or of the record asks for. */
export function tableCommand(setup: SetupView, form: TableForm, typist: Typist, brought: Brought | undefined): Made {
  const entry = { id: form.id, version: 1 } as const;
  const edit = (deed: TableDeed, cells: Answer<readonly EditedCell[]>, field: string): Made =>
    cells.ok
      ? { ...entry, kind: "table-edited", payload: { deed, cells: [...cells.value] } }
      : refuse(cells.refusal.message, { [field]: cells.refusal.message });
  switch (form.intent) {
    case "enter-cell":
      return enterCommand(setup, form, typist, edit);
    case "clear-wear": {
      const offsets = typist.readList("offsets", form.offsets);
      return offsets ? edit("wear-cleared", clearWear(setup, offsets), "offsets") : refuse(INCOMPLETE);
    }
    case "copy-row":
      return edit("copied", copyRow(setup, form.from, form.to), "to");
    case "set-work":
      return workCommand(setup, form, typist);
    case "key-cells": {
      const cells = typist.readList("cells", form.cells);
      return cells ? { ...entry, kind: "cells-keyed", payload: { cells: [...cells] } } : refuse(INCOMPLETE);
    }
    case "compare-table":
      return compareCommand(setup, form, typist);
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
  { offset, column, value, how }: FormOf<"enter-cell">,
  { decimalMark }: Typist,
  edit: (deed: TableDeed, cells: Answer<readonly EditedCell[]>, field: string) => Made,
): Made {
  const read = readLength(value, { units: setup.machine.units, ...(decimalMark && { decimal: decimalMark }) });
  if (!read.ok) return refuse(read.refusal.message, { value: read.refusal.message });
  const typed = how === "add" ? { add: read.value.exact } : { value: read.value.exact };
  return edit(how === "add" ? "added" : "entered", enterCell(setup, offset, column, typed), "value");
}

function noteCommand(form: FormOf<"add-note">, brought: Brought | undefined): Made {
  const text = form.text.trim();
  const photo = brought?.kind === "photo" && brought.photo.fingerprint === form.photo ? brought.photo : undefined;
  const no = (field: string, message: string) => refuse(message, { [field]: message });
  if (form.photo !== undefined && !photo) return no("photo", "The photo has not come along. Choose it again.");
  if (text === "" && !photo) return no("text", "Write the note first.");
  return {
    ...{ id: form.id, version: 1, kind: "note-added" },
    payload: { text, ...(form.offset && { offset: form.offset }), ...(photo && { photo }) },
  };
}

function workCommand(setup: SetupView, form: FormOf<"set-work">, { decimalMark }: Typist): Made {
  const { machine, workOffset } = setup;
  const { name, axis, means, value } = form;
  const no = (message: string) => refuse(message, { value: message });
  const read = readLength(value, { units: machine.units, ...(decimalMark && { decimal: decimalMark }) });
  if (!read.ok) return no(read.refusal.message);
  const amount = fromControl(machine, axis, read.value.exact, "work-offset");
  const active = name === workOffset.name;
  if (means === "next-operation" && active) return no(`${name} is this operation's own. Choose the next one.`);
  if (means === "datum-distance" && axis === "x") return no("A datum face is a distance along Z.");
  const [from, to] = [workNow(setup, name, axis), workAfter(setup, name, axis, means, amount)];
  const doubt = form.meant ? undefined : workDoubt(setup, name, axis, to);
  if (doubt !== undefined) return refuse(doubt, { meant: doubt });
  return {
    ...{ id: form.id, version: 1, kind: "work-offset-set" },
    payload: { name, axis, means, active, from, to },
  };
}

/** The control's own table, read back and compared; a foreign CSV file by the columns that somebody has named. */
function compareCommand(
  setup: SetupView,
  { id, name, text, units, columns }: FormOf<"compare-table">,
  { readList }: Typist,
): Made {
  const no = (message: string) => refuse(message, { text: message });
  const { numbering } = setup.machine;
  const mapping = columns === undefined ? undefined : readList("columns", columns);
  if (columns !== undefined && !mapping) return refuse(INCOMPLETE);
  if (mapping) {
    const sheet = readCsvSheet(text);
    if (!sheet.ok) return no(sheet.refusal.message);
    const named = mapping.map((one) =>
      one === null ? null : CSV_FIELDS.find((field): field is CsvField => field === one),
    );
    const table = readMappedCsv(sheet.value, { columns: named, units }, { numbering });
    if (!table.ok) return no(table.refusal.message);
    const holds = named.filter((field): field is CsvField => Boolean(field));
    const compared = readBack(setup, table.value, "control", holds);
    return comparison(id, name, "csv", compared);
  }
  const read = readTableFile(setup, text, units);
  if (!read.ok) return no(read.refusal.message);
  const { table, format } = read.value;
  return comparison(id, name, format.name, readBack(setup, table, format.numbers, format.holds));
}

function comparison(
  id: string,
  name: string,
  format: string,
  { agreed, differences }: ReturnType<typeof readBack>,
): Made {
  if (agreed.length === 0 && differences.length === 0)
    return refuse("There is nothing in this setup's table yet that could be compared.", {
      text: "There is nothing in this setup's table yet that could be compared.",
    });
  return {
    ...{ id, version: 1, kind: "table-compared" },
    payload: { name: name.trim() || "table", format, agreed: [...agreed], differences: [...differences] },
  };
}
