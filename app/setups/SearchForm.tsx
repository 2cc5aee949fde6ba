import { Search } from "lucide-react";
import { useEffect, useRef } from "react";
import { Form, Link, useNavigation, useSearchParams, useSubmit } from "react-router";
import { styled } from "styled-components";
import { isTyping } from "../touch/useTouchKeys.ts";
import { fieldBox } from "../ui/fieldBox.ts";
import { color, narrow, size, target } from "../ui/tokens.ts";

/** How long typing rests before the list follows it. */
const RESTS_MS = 140;

/** Looks for setups over years: any words, a machine, dates. `/` goes to it from anywhere on the page. */
export function SearchForm({
  machines,
  found,
}: {
  /** How many were found, in words; undefined where nothing was looked for. */
  readonly found: string | undefined;
  readonly machines: readonly { readonly id: string; readonly name: string }[];
}) {
  const [search] = useSearchParams();
  const submit = useSubmit();
  const { state, location } = useNavigation();
  const box = useRef<HTMLInputElement>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "/" || isTyping(event.target)) return;
      event.preventDefault();
      box.current?.focus();
      box.current?.select();
    };
    document.addEventListener("keydown", onKey);
    return () => {
      document.removeEventListener("keydown", onKey);
      clearTimeout(timer.current);
    };
  }, []);
  // Somebody who opens a result while the list would still follow the typing wants the result.
  useEffect(() => {
    if (location && location.pathname !== "/") clearTimeout(timer.current);
  }, [location]);
  const follow = (form: HTMLFormElement | null, after: number) => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => form && void submit(form, { replace: true }), after);
  };
  const value = (name: string) => search.get(name) ?? "";
  const isAsked = [...search.values()].some((text) => text !== "");
  return (
    <Fields role="search" method="get" action="/?index" onChange={(event) => follow(event.currentTarget, RESTS_MS)}>
      {value("with") !== "" && <input type="hidden" name="with" value={value("with")} />}
      <label>
        <span>Search (/)</span>
        <Box>
          <Search size={20} aria-hidden="true" />
          <input
            ref={box}
            type="search"
            name="q"
            maxLength={200}
            defaultValue={value("q")}
            placeholder="job, part, program, tool, insert, person, note"
            autoComplete="off"
          />
        </Box>
      </label>
      <label>
        <span>Machine</span>
        <select name="machine" defaultValue={value("machine")}>
          <option value="">any</option>
          {machines.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span>Opened from</span>
        <input type="date" name="from" defaultValue={value("from")} />
      </label>
      <label>
        <span>to</span>
        <input type="date" name="to" defaultValue={value("to")} />
      </label>
      <output aria-live="polite">{state === "loading" ? "Looking…" : (found ?? "")}</output>
      {isAsked && (
        <Link to="/" reloadDocument>
          Show all
        </Link>
      )}
    </Fields>
  );
}

const Fields = styled(Form)`
  display: grid;
  grid-template-columns: minmax(200px, 1fr) 210px 160px 160px 74px auto;
  align-items: end;
  gap: 10px 14px;
  ${narrow} { grid-template-columns: 1fr 1fr; > label:first-of-type { grid-column: 1 / -1; } }
  label { display: grid; gap: 3px; min-width: 0; font-size: ${size.small}; font-weight: 600; }
  input, select { width: 100%; min-width: 0; ${fieldBox} font-size: ${size.text}; font-weight: 400; }
  output, a { align-self: center; padding-top: 18px; font-size: ${size.small}; }
  a { min-height: ${target}; display: grid; place-items: center; padding-top: 18px; }
`;
const Box = styled.span`
  position: relative;
  display: grid;
  svg { position: absolute; left: 12px; top: 14px; color: ${color("quiet")}; pointer-events: none; }
  input { padding-left: 40px; }
`;
