import { useEffect, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { stationOf, toolNumber } from "../../core/machine/index.ts";
import { setupLists } from "../../core/program/index.ts";
import {
  kindName,
  readTypedTool,
  TOOL_KINDS,
  type Tool,
  type ToolKind,
  toolFields,
  typedTool,
} from "../../core/tool/index.ts";
import type { Unit } from "../../core/units/index.ts";
import { plainLength } from "../../core/units/index.ts";
import { shopTolerance } from "../../core/workshop/index.ts";
import { ToolIcon } from "../drawing/ToolIcon.tsx";
import { DraftNote } from "../entry/DraftNote.tsx";
import { useDraft } from "../entry/useDraft.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PrimaryButton } from "../ui/Button.tsx";
import { Columns } from "../ui/Columns.tsx";
import { Field, LengthField, Pick } from "../ui/Field.tsx";
import { FormRefusal } from "../ui/FormRefusal.tsx";
import { Card, Panel, PanelRow, Quiet } from "../ui/Panel.tsx";
import { color } from "../ui/tokens.ts";
import type { PrepareProps } from "./prepareProps.ts";
import { CHOICE_NAME, FIELD_NAME, USUAL } from "./toolWords.ts";

/** What is typed of a tool, and the way to the ledger. */
function useToolSection({ setup, setupId, person, library }: PrepareProps) {
  const { machine } = setup;
  const unit = machine.units;
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const form = useSetupForm(setupId, setup.seq);
  const first = firstTool(setup, search.get("tool") ?? "", search.get("station") ?? "", unit);
  const draft = useDraft(
    `${setupId}:tool:${search.get("tool") ?? ""}:${search.get("station") ?? ""}`,
    () => ({
      ...usualTolerances(library.tolerances, setup.stock.nominalDiameter, unit),
      ...first.typed,
      kind: first.kind,
      offset: first.offset,
      station: first.station,
      holder: first.holder,
    }),
    form.outcome,
  );
  const { typed, set } = draft;
  const { offset = "", station = "", holder = "" } = typed;
  const kind = TOOL_KINDS.find((one) => one === typed.kind) ?? first.kind;
  const [fromShop, setFromShop] = useState("");
  const [asked, setAsked] = useState(false);
  const fields = toolFields(kind);
  /** A tool of the shop as it is put together: its form is filled in, and may still be changed. */
  const takeFromShop = (name: string) => {
    setFromShop(name);
    const tool = library.assemblies.find((one) => one.name === name)?.tool;
    if (!tool) return;
    draft.change((now) => ({ ...now, ...textsOf(tool, unit), kind: tool.kind }));
  };
  const texts = Object.fromEntries(fields.map(({ name }) => [name, typed[name] ?? ""]));
  const read = readTypedTool(kind, texts, { unit, decimal: person.decimalMark });
  const refusalOf = (name: string) =>
    form.refusalOf(name) ?? (asked && !read.ok ? read.refusal.fields[name] : undefined);
  const keep = () => {
    setAsked(true);
    if (!read.ok) return;
    const { toleranceX = "", toleranceZ = "" } = typed;
    form.send("load-tool", {
      offset,
      station,
      kind,
      typed: JSON.stringify(texts),
      sizeUnit: unit,
      toleranceX,
      toleranceZ,
      holder,
    });
    draft.sent();
  };
  // Once it stands in its station the lists are shown again.
  const isLoaded = form.isDone;
  useEffect(() => {
    if (isLoaded) void navigate("?part=lists", { replace: true });
  }, [isLoaded, navigate]);
  const lengths = fields.filter(({ takes }) => takes === "length");
  const others = fields.filter(({ takes }) => takes !== "length");
  const stations = machine.stations?.map(({ id }) => [id, id] as const);
  const seat = stationOf(machine, station);
  return {
    machine,
    unit,
    form,
    first,
    kind,
    setKind: set("kind"),
    offset,
    setOffset: set("offset"),
    station,
    setStation: set("station"),
    holder,
    setHolder: set("holder"),
    typed,
    draft,
    fromShop,
    asked,
    set,
    takeFromShop,
    read,
    refusalOf,
    keep,
    lengths,
    others,
    stations,
    seat,
  };
}

/** Loads a tool into a station: what it is, with the dimensions by which it is drawn, touched and judged. */
export function ToolSection(props: PrepareProps) {
  const { mayEnter, person, library } = props;
  const section = useToolSection(props);
  return (
    <Panel
      as="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        section.keep();
      }}
    >
      <header>
        <h1>Load a tool</h1>
        <p>{section.first.words || "Its real dimensions, so that it is drawn, touched and judged as what it is."}</p>
      </header>
      <DraftNote draft={section.draft} />
      <Card>
        <Columns>
          {section.stations ? (
            <Pick
              name="station"
              label="Station"
              value={section.station}
              onChange={section.setStation}
              options={section.stations}
              refusal={section.refusalOf("station")}
            />
          ) : (
            <Field
              name="station"
              label="Station"
              value={section.station}
              onChange={section.setStation}
              refusal={section.refusalOf("station")}
            />
          )}
          <Field
            name="offset"
            label="Offset"
            value={section.offset}
            onChange={section.setOffset}
            refusal={section.refusalOf("offset")}
          />
          <Field
            name="holder"
            label="Holder's number"
            value={section.holder}
            onChange={section.setHolder}
            refusal={section.refusalOf("holder")}
          />
          {library.assemblies.length > 0 && (
            <Pick
              name="fromShop"
              label="From the shop's tools"
              value={section.fromShop}
              onChange={section.takeFromShop}
              options={[["", "described by hand"], ...library.assemblies.map(({ name }) => [name, name] as const)]}
            />
          )}
          <Pick
            name="kind"
            label="Kind of tool"
            value={section.kind}
            onChange={(text) => section.setKind(text as ToolKind)}
            options={TOOL_KINDS.map((one) => [one, kindName(one)])}
          />
        </Columns>
        {section.seat && (
          <Quiet>
            {[
              section.seat.takes && `takes a ${section.seat.takes}`,
              section.seat.size !== undefined && `${plainLength(section.seat.size, section.unit)} ${section.unit}`,
              section.seat.live ? "driven" : undefined,
              section.seat.longestOverhang !== undefined &&
                `overhang at most ${plainLength(section.seat.longestOverhang, section.unit)} ${section.unit}`,
            ]
              .filter(Boolean)
              .join(", ")}
          </Quiet>
        )}
      </Card>
      <Split>
        <ToolDimensions
          others={section.others}
          typed={section.typed}
          set={section.set}
          refusalOf={section.refusalOf}
          lengths={section.lengths}
          unit={section.unit}
          asked={section.asked}
          form={section.form}
          person={person}
        />
        <Picture aria-hidden="true">{section.read.ok && <ToolIcon tool={section.read.value} />}</Picture>
      </Split>
      <PanelRow>
        <PrimaryButton type="submit" isDisabled={!mayEnter || section.form.busy}>
          Load {/^\d+$/.test(section.offset) ? toolNumber(section.machine, section.offset) : "it"} into station{" "}
          {section.station}
        </PrimaryButton>
        <Link to="?part=lists">Back to the lists</Link>
        <FormRefusal>{section.form.trouble}</FormRefusal>
      </PanelRow>
    </Panel>
  );
}

/** The dimensions of a tool of this kind, each as it is asked for. */
function ToolDimensions({
  others,
  typed,
  set,
  refusalOf,
  lengths,
  unit,
  asked,
  form,
  person,
}: Pick<
  ReturnType<typeof useToolSection>,
  "others" | "typed" | "set" | "refusalOf" | "lengths" | "unit" | "asked" | "form"
> &
  Pick<PrepareProps, "person">) {
  return (
    <Card>
      <Columns>
        {others.map(({ name, takes, choices }) =>
          takes === "choice" ? (
            <Pick
              key={name}
              name={name}
              label={FIELD_NAME[name] ?? name}
              value={typed[name] ?? ""}
              onChange={set(name)}
              options={[["", "choose"], ...choices.map((one) => [one, CHOICE_NAME[one] ?? one] as const)]}
              refusal={refusalOf(name)}
            />
          ) : takes === "yes-or-no" ? (
            <Pick
              key={name}
              name={name}
              label={FIELD_NAME[name] ?? name}
              value={typed[name] === "yes" ? "yes" : "no"}
              onChange={set(name)}
              options={[
                ["no", "no"],
                ["yes", "yes"],
              ]}
            />
          ) : (
            <Field
              key={name}
              name={name}
              label={FIELD_NAME[name] ?? name}
              value={typed[name] ?? ""}
              onChange={set(name)}
              refusal={refusalOf(name)}
            />
          ),
        )}
      </Columns>
      <Columns>
        {lengths.map(({ name }) => (
          <LengthField
            key={name}
            name={name}
            label={FIELD_NAME[name] ?? name}
            unit={unit}
            decimal={person.decimalMark}
            value={typed[name] ?? ""}
            onChange={set(name)}
            refusal={refusalOf(name)}
          />
        ))}
        {(["toleranceX", "toleranceZ"] as const).map((name) => (
          <LengthField
            key={name}
            name={name}
            label={name === "toleranceX" ? "Tightest ± on X" : "Tightest ± on Z"}
            unit={unit}
            decimal={person.decimalMark}
            asked={asked}
            value={typed[name] ?? ""}
            onChange={set(name)}
            refusal={form.refusalOf(name)}
          />
        ))}
      </Columns>
    </Card>
  );
}

/** A tool's fields as a form in this unit shows them. */
function textsOf(tool: Tool, unit: Unit): Readonly<Record<string, string>> {
  const takes = new Map(toolFields(tool.kind).map((field) => [field.name, field.takes]));
  const texts = Object.entries(typedTool(tool)).map(([name, text]) => [
    name,
    takes.get(name) === "length" ? plainLength(Number(text), unit) : text,
  ]);
  return Object.fromEntries(texts);
}

/** What the shop's tolerances ask of a part of this size, where the drawing gives none: the narrowest class that holds it. */
function usualTolerances(tolerances: PrepareProps["library"]["tolerances"], diameter: number, unit: Unit) {
  const [x, z] = (["diameter", "length"] as const).map((of) => shopTolerance(tolerances, of, diameter));
  return {
    ...(x !== undefined && { toleranceX: plainLength(x, unit) }),
    ...(z !== undefined && { toleranceZ: plainLength(z, unit) }),
  };
}

/** What stands in the form at first: the tool that is there, or what the program lets one guess. */
function firstTool(setup: PrepareProps["setup"], offset: string, station: string, unit: "mm" | "in") {
  const there = setup.tools.find((tool) => tool.offset === offset && !tool.second);
  const place = station || there?.station || setup.machine.stations?.[0]?.id || "1";
  const write = (mm: number) => plainLength(mm, unit);
  if (there && (station === "" || there.station === station)) {
    const { tolerance } = there;
    return {
      kind: there.tool.kind,
      offset,
      station: place,
      holder: there.holder ?? "",
      words: "",
      typed: { ...textsOf(there.tool, unit), toleranceX: write(tolerance.x), toleranceZ: write(tolerance.z) } as Record<
        string,
        string
      >,
    };
  }
  const proposed = setupLists(setup)?.proposed.find(({ offsets }) => offsets.includes(offset));
  const typed: Record<string, string> = { ...USUAL };
  if (proposed?.words)
    typed.description = proposed.words.charAt(0).toUpperCase() + proposed.words.slice(1).toLowerCase();
  if (proposed?.insert) typed.insert = proposed.insert;
  for (const name of ["width", "diameter", "pitch"] as const) {
    const size = proposed?.[name];
    if (size !== undefined) typed[name] = write(size);
  }
  const words = proposed?.kind
    ? `The program ${proposed.from === "words" ? `says “${proposed.words}”` : "moves it so"}: probably ${kindName(proposed.kind)}.`
    : "";
  return { kind: proposed?.kind ?? ("outside-turning" as ToolKind), offset, station: place, holder: "", words, typed };
}

const Split = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 200px;
  gap: 12px;
`;
const Picture = styled.div`
  display: grid;
  place-items: center;
  min-height: 200px;
  background: ${color("drawing")};
  svg { width: 180px; height: 196px; }
`;
