import { styled } from "styled-components";
import type { CarriedRow, CarryAnswer, CarryChoice } from "../../core/carry/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { PlainButton } from "../ui/Button.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { Moment } from "../ui/Moment.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";

export type CarryChoices = Readonly<Record<string, CarryChoice>>;

/** The answers of the form: what a person chose, and what is proposed where they chose nothing. */
export function answersFor(rows: readonly CarriedRow[], choices: CarryChoices): readonly CarryAnswer[] {
  return rows.flatMap(({ key, options, proposed }) => {
    const option =
      options.find(({ choice }) => choice === choices[key]) ?? options.find(({ choice }) => choice === proposed);
    return option ? [{ key, choice: option.choice, shown: option.shown }] : [];
  });
}

/** How many rows still have to be answered. */
export const unanswered = (rows: readonly CarriedRow[], choices: CarryChoices): number =>
  rows.length - answersFor(rows, choices).length;

/** The words of a choice. Of a work offset, what is found anew is held by the control until then. */
function choiceWords({ key }: CarriedRow, choice: CarryChoice, shown: string): string {
  if (choice === "taken") return "take it";
  if (choice === "left") return "leave it";
  if (choice === "new-edge") return `new edge: take ${shown}`;
  if (!key.startsWith("work/")) return "touch anew";
  return shown === "" ? "teach it" : "take it, teach it anew";
}

interface CarryTableProps {
  readonly past: SetupView;
  readonly rows: readonly CarriedRow[];
  /** The server's time when the rows were read; ISO 8601. */
  readonly now: string;
  readonly choices: CarryChoices;
  readonly onChoose: (choices: CarryChoices) => void;
}

/** What a past setup brings along, row by row: its value, since when, what it rests on, what speaks against it, and the choice. */
export function CarryTable({ past, rows, now, choices, onChoose }: CarryTableProps) {
  const offsets = [...new Set(rows.map(({ offset }) => offset))].sort(inOrder);
  const numbers = rows.filter(isToolNumber);
  return (
    <Scroll>
      {numbers.some(({ options }) => options.length > 1) && (
        <PlainButton onPress={() => onChoose({ ...choices, ...foundAnew(numbers) })}>Touch every tool anew</PlainButton>
      )}
      <Rows>
        <thead>
          <tr>
            {["What", "Value", "Since", "Rests on", "Speaks against it", "Choice"].map((name) => (
              <th key={name} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        {offsets.map((offset) => {
          const own = rows.filter((row) => row.offset === offset);
          return (
            <tbody
              key={offset ?? ""}
              aria-label={offset === undefined ? "Work offsets, program and part" : `Offset ${offset}`}
            >
              {offset !== undefined && (
                <ToolHeading past={past} offset={offset} rows={own} choices={choices} onChoose={onChoose} />
              )}
              {offset === undefined && (
                <tr>
                  <th colSpan={6} scope="rowgroup">
                    Work offsets, program and part
                  </th>
                </tr>
              )}
              {own.map((row) => (
                <Line
                  key={row.key}
                  row={row}
                  of={offset === undefined ? "" : `${toolNumber(past.machine, offset)}, `}
                  now={now}
                  choice={choices[row.key] ?? row.proposed}
                  onChoose={onChoose}
                  choices={choices}
                />
              ))}
            </tbody>
          );
        })}
      </Rows>
    </Scroll>
  );
}

const inOrder = (a: string | undefined, b: string | undefined) =>
  (a === undefined ? 1 : 0) - (b === undefined ? 1 : 0) || Number(a ?? 0) - Number(b ?? 0);

const isToolNumber = ({ key }: CarriedRow) => /^(geometry|wear|nose)\//.test(key);

/** The choices by which none of these rows is taken. */
const foundAnew = (rows: readonly CarriedRow[]): CarryChoices =>
  Object.fromEntries(
    rows.flatMap(({ key, options }) => {
      const option =
        options.find(({ choice }) => choice === "touch") ?? options.find(({ choice }) => choice === "left");
      return option ? [[key, option.choice] as const] : [];
    }),
  );

/** A tool's number, and all of its numbers found anew at once. */
function ToolHeading({
  past,
  offset,
  rows,
  choices,
  onChoose,
}: Omit<CarryTableProps, "rows" | "now"> & { readonly offset: string; readonly rows: readonly CarriedRow[] }) {
  const numbers = rows.filter(isToolNumber);
  const anew = () => onChoose({ ...choices, ...foundAnew(numbers) });
  const name = toolNumber(past.machine, offset);
  return (
    <tr>
      <th colSpan={5} scope="rowgroup">
        {name} {past.tools.find((tool) => tool.offset === offset)?.tool.description}
      </th>
      <td>
        {numbers.some(({ options }) => options.length > 1) && (
          <PlainButton onPress={anew} aria-label={`Touch ${name} anew`}>
            Touch all anew
          </PlainButton>
        )}
      </td>
    </tr>
  );
}

function Line({
  row,
  of,
  now,
  choice,
  choices,
  onChoose,
}: {
  readonly row: CarriedRow;
  /** The tool that it is about, in front of its name; empty where it is about none. */
  readonly of: string;
  readonly choice: CarryChoice | undefined;
} & Pick<CarryTableProps, "now" | "choices" | "onChoose">) {
  const { key, what, shown, since, proven, against, options } = row;
  const [only] = options;
  return (
    <tr data-left={choice === "left" || undefined} data-asks={choice === undefined || undefined}>
      <th scope="row">{what}</th>
      <td data-number={/^[−\d]/.test(shown) || undefined}>{shown || "not known"}</td>
      <td>{since !== undefined && <Moment at={since} now={now} />}</td>
      <td>{proven}</td>
      <td>
        {against.map((reason) => (
          <Verdict key={reason} $tone="doubt">
            {reason}
          </Verdict>
        ))}
      </td>
      <td>
        {options.length === 1 && only ? (
          choiceWords(row, only.choice, only.shown)
        ) : (
          <select
            aria-label={`${of}${what}: what happens with it`}
            value={choice ?? ""}
            onChange={({ target }) => onChoose({ ...choices, [key]: target.value as CarryChoice })}
          >
            {choice === undefined && <option value="">choose</option>}
            {options.map((option) => (
              <option key={option.choice} value={option.choice}>
                {choiceWords(row, option.choice, option.shown)}
              </option>
            ))}
          </select>
        )}
      </td>
    </tr>
  );
}

const Scroll = styled.div`
  overflow-x: auto;
  > button { margin-bottom: 10px; }
`;
const Rows = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: ${size.small};
  th, td { padding: 2px 10px; border-bottom: 1px solid ${color("line")}; text-align: left; vertical-align: middle; }
  thead th { position: sticky; top: 0; color: ${color("quiet")}; font-weight: 600; background: ${color("sheet")}; }
  th[scope="rowgroup"] { padding-top: 14px; font-size: ${size.text}; }
  th[scope="row"] { font-weight: 600; white-space: nowrap; }
  td[data-number] { ${mono} font-size: ${size.text}; }
  td:nth-child(3):not(:last-child) { white-space: nowrap; }
  td > span { display: flex; font-weight: 400; }
  td:last-child { width: 210px; }
  tr[data-left] { color: ${color("quiet")}; }
  tr[data-asks] { background: ${color("doubtGround")}; }
  select { width: 100%; ${fieldBox} min-height: 44px; font-size: ${size.small}; }
  button { width: 100%; min-height: 44px; padding: 2px 8px; font-size: ${size.small}; }
`;
