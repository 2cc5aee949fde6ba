import { GripVertical } from "lucide-react";
import { useMemo } from "react";
import { Button, GridList, GridListItem, useDragAndDrop } from "react-aria-components";
import { styled } from "styled-components";
import { type LatheAxis, offsetNumber, toControl, toolNumber, zoneOf } from "../../core/machine/index.ts";
import { calledNumber, type SetupLists } from "../../core/program/index.ts";
import { toolSize } from "../../core/tool/index.ts";
import { decimalsOf } from "../../core/units/index.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { Quiet } from "../ui/Panel.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, mono, radius, size } from "../ui/tokens.ts";
import { changesTo } from "./conflict.ts";
import { type ListLine, listLines } from "./listLines.ts";
import type { PrepareProps } from "./prepareProps.ts";

/** Height of one item and of the headings, so that lines meet items; pixels. */
const ROW = 44;
const GAP = 3;

/**
 * Three columns joined by lines. A tool is dragged to another station to move it; a call is dragged onto a station to
 * renumber it, with all offsets of its station. The same is done by keyboard, or picked below.
 */
export function ThreeLists({ setup, setupId, mayEnter, lists }: PrepareProps & { readonly lists: SetupLists }) {
  const { machine, tools, table } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const places = machine.stations?.map(({ id }) => id) ?? [...new Set(tools.map(({ station }) => station))];
  const placeOf = (call: string) => places.find((id) => calledNumber(machine, id) === call);
  const called = useMemo(
    () =>
      [...lists.called].sort(
        (a, b) => a.path - b.path || Number(a.station) - Number(b.station) || Number(a.offset) - Number(b.offset),
      ),
    [lists],
  );
  const offsets = [
    ...new Set([
      ...called.map(({ offset }) => offset),
      ...(table?.rows ?? []).map(({ offset }) => offset),
      ...tools.map(({ offset }) => offset),
    ]),
  ].sort((a, b) => Number(a) - Number(b));
  // Stations that are neither called nor occupied only make the list long.
  const calledPlaces = new Set(called.map(({ station }) => placeOf(station)));
  const shown = places.filter(
    (id) => calledPlaces.has(id) || tools.some(({ station }) => station === id) || places.length <= 12,
  );
  const columns = {
    called: called.map(({ station, offset }) => ({ offset, place: placeOf(station) })),
    rows: offsets,
    stations: shown.map((id) => ({
      id,
      offsets: tools.filter(({ station }) => station === id).map(({ offset }) => offset),
    })),
  };
  const lines = listLines(columns);
  const height = Math.max(called.length, offsets.length, shown.length) * (ROW + GAP);

  const drop = (kind: string, key: string, station: string) => {
    if (kind === "tool") form.send("move-tool", { offset: key, to: station });
    const call = called.find((one) => keyOf(one) === key);
    const number = calledNumber(machine, station);
    if (kind === "call" && call && number !== undefined)
      form.send("renumber", { changes: JSON.stringify(changesTo(setup, [[call, number]])) });
  };
  const fromProgram = useDragAndDrop({
    isDisabled: !mayEnter,
    getItems: (keys) => [...keys].map((key) => ({ "luvrit-call": String(key), "text/plain": String(key) })),
  });
  const fromStations = useDragAndDrop({
    isDisabled: !mayEnter,
    acceptedDragTypes: ["luvrit-call", "luvrit-tool"],
    getItems: (keys) =>
      [...keys].map((key) => {
        const first = tools.find(({ station, second }) => station === String(key) && !second);
        return { "luvrit-tool": first?.offset ?? "", "text/plain": first?.offset ?? "" };
      }),
    getDropOperation: (target) => (target.type === "item" ? "move" : "cancel"),
    async onItemDrop({ target, items }) {
      for (const item of items) {
        if (item.kind !== "text") continue;
        const kind = item.types.has("luvrit-tool") ? "tool" : "call";
        drop(kind, await item.getText(`luvrit-${kind}`), String(target.key));
      }
    },
  });
  const value = (offset: string, axis: LatheAxis, core: number | undefined) => {
    if (core === undefined) return "not known";
    const zone = tools.find((tool) => tool.offset === offset)?.zone ?? zoneOf(machine, "");
    return toControl(machine, axis, core, "tool-offset", zone).toFixed(decimalsOf(machine.resolution[axis]));
  };
  return (
    <div>
      <Columns>
        <h2 id="list-program">Program calls</h2>
        <span />
        <h2>Control's table</h2>
        <span />
        <h2 id="list-stations">Stations</h2>
        <List aria-labelledby="list-program" dragAndDropHooks={fromProgram.dragAndDropHooks}>
          {called.map((call) => {
            const tool = lists.proposed.find(({ path, station }) => path === call.path && station === call.station);
            const name = `T${offsetNumber(machine, call.station)}${offsetNumber(machine, call.offset)}`;
            return (
              <Item key={keyOf(call)} id={keyOf(call)} textValue={name}>
                <Grip what={name} />
                <b>{name}</b>
                <span>
                  {call.isSecond ? "second offset" : tool?.words || "no words"}
                  {call.path > 1 && <small>path {call.path}</small>}
                </span>
              </Item>
            );
          })}
        </List>
        <Lines lines={lines.left} height={height} />
        <Still>
          {offsets.map((offset) => {
            const row = table?.rows.find((one) => one.offset === offset);
            return (
              <li key={offset}>
                <b>{offsetNumber(machine, offset)}</b>
                {row ? (
                  <span>
                    X {value(offset, "x", row.x)}
                    <br />Z {value(offset, "z", row.z)}
                  </span>
                ) : (
                  <span>{table ? "empty" : "not read"}</span>
                )}
              </li>
            );
          })}
        </Still>
        <Lines lines={lines.right} height={height} />
        <List aria-labelledby="list-stations" dragAndDropHooks={fromStations.dragAndDropHooks}>
          {shown.map((id) => {
            const here = tools.filter(({ station }) => station === id);
            const [first] = here;
            return (
              <Item key={id} id={id} textValue={`station ${id}`}>
                <Grip what={`station ${id}`} />
                <b>{id}</b>
                {first ? (
                  <span>
                    {here.map(({ offset }) => toolNumber(machine, offset)).join(", ")} {first.tool.description}
                    <small>{toolSize(first.tool, machine.units)}</small>
                  </span>
                ) : (
                  <span data-empty>empty</span>
                )}
              </Item>
            );
          })}
        </List>
      </Columns>
      <Quiet>
        {mayEnter && "Drag a tool to another station to move it, or a call onto a station to renumber it. "}
        An unbroken line: the tool stands where it is called. A broken line: it stands somewhere else.
      </Quiet>
      <RefusalLine>{form.trouble ?? form.refusalOf("to")}</RefusalLine>
    </div>
  );
}

const keyOf = ({
  path,
  station,
  offset,
}: {
  readonly path: number;
  readonly station: string;
  readonly offset: string;
}) => `${path}-${station}-${offset}`;

/** What is taken hold of, by mouse, touch or keyboard. */
function Grip({ what }: { readonly what: string }) {
  return (
    <Handle slot="drag" aria-label={`Drag ${what}`}>
      <GripVertical size={18} aria-hidden="true" />
    </Handle>
  );
}

/** The lines between two columns; the state is in the stroke as well as in the colour. */
function Lines({ lines, height }: { readonly lines: readonly ListLine[]; readonly height: number }) {
  const at = (index: number) => index * (ROW + GAP) + ROW / 2;
  return (
    <svg width="100%" height={height} viewBox={`0 0 100 ${height}`} preserveAspectRatio="none" aria-hidden="true">
      {lines.map(({ from, to, state }) => (
        <path
          key={`${from} ${to}`}
          d={`M0 ${at(from)} C 50 ${at(from)} 50 ${at(to)} 100 ${at(to)}`}
          fill="none"
          stroke={color(state === "agrees" ? "measured" : "spacer")}
          strokeWidth={state === "agrees" ? 1.6 : 2.4}
          strokeDasharray={state === "agrees" ? undefined : "7 5"}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  );
}

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(150px, 1fr) 38px 164px 38px minmax(150px, 1fr);
  align-items: start;
  row-gap: 8px;
  @media (width >= 1800px) { column-gap: 0; grid-template-columns: 1.1fr 120px 0.8fr 120px 1.2fr; }
  h2 { font-size: ${size.small}; color: ${color("quiet")}; }
  svg { display: block; overflow: visible; }
`;
const box = `
  display: flex;
  align-items: center;
  gap: 8px;
  height: ${ROW}px;
  padding: 2px 8px 2px 4px;
  overflow: hidden;
  > span { min-width: 0; overflow: hidden; overflow-wrap: anywhere; line-height: 1.15; }
`;
const Handle = styled(Button)`
  display: grid;
  place-items: center;
  flex: none;
  width: 44px;
  height: 44px;
  margin: 0 -6px 0 -10px;
  border: 0;
  background: none;
  color: ${color("quiet")};
  cursor: grab;
  &[data-focus-visible] { outline: 3px solid ${color("measured")}; }
  &[data-disabled] { visibility: hidden; width: 4px; }
`;
const List = styled(GridList)`
  display: grid;
  gap: ${GAP}px;
` as typeof GridList;
const Item = styled(GridListItem)`
  ${box}
  border: 1.5px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  font-size: ${size.small};
  line-height: 1.15;
  cursor: grab;
  > div { display: flex; align-items: center; gap: 8px; min-width: 0; width: 100%; > span { display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 2; min-width: 0; overflow: hidden; overflow-wrap: anywhere; } }
  b { ${mono} font-size: ${size.text}; }
  small { display: block; color: ${color("quiet")}; font-size: ${size.small}; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
  [data-empty] { color: ${color("quiet")}; }
  &[data-focus-visible] { outline: 3px solid ${color("measured")}; outline-offset: 2px; }
  &[data-dragging] { opacity: 0.5; }
  &[data-drop-target] { border-color: ${color("action")}; background: ${color("selected")}; box-shadow: inset 0 0 0 2px ${color("action")}; }
`;
const Still = styled.ul`
  display: grid;
  gap: ${GAP}px;
  li { ${box} padding-left: 12px; border: 1.5px solid ${color("line")}; border-radius: ${radius}; background: ${color("plate")}; font-size: ${size.small}; }
  b { ${mono} font-size: ${size.text}; }
  span { ${mono} white-space: nowrap; line-height: 1.2; }
`;
