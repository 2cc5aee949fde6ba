import { EllipsisVertical, Moon, Sun } from "lucide-react";
import { useState } from "react";
import { Form, href, Link, NavLink, useLocation, useRouteLoaderData } from "react-router";
import { css, styled } from "styled-components";
import type { Person } from "../../server/people/person.server.ts";
import { ConnectionMark } from "../offline/ConnectionMark.tsx";
import { SwitchPerson } from "../people/SwitchPerson.tsx";
import { color, narrow, phone, radius, size } from "../ui/tokens.ts";
import { VisuallyHidden } from "../ui/VisuallyHidden.tsx";
import { Mark } from "./Mark.tsx";

/** The strip over every page: mark, what this page is about, the stages, the person. */
export function TopStrip({
  title,
  subtitle,
  person,
  beside,
  others,
  children,
}: {
  readonly title?: string;
  readonly subtitle?: string;
  readonly person: Person;
  /** A place beside the stages. */
  readonly beside?: { readonly to: string; readonly name: string };
  /** Who else is at work on what this page is about. */
  readonly others?: React.ReactNode;
  readonly children?: React.ReactNode;
}) {
  const [isSwitching, setSwitching] = useState(false);
  /** On a phone what is seldom needed is behind a button. */
  const [isMore, setMore] = useState(false);
  // The person who was asked for is here.
  const [shown, setShown] = useState(person.name);
  if (shown !== person.name) {
    setShown(person.name);
    setSwitching(false);
  }
  return (
    <Strip>
      <Skip type="button" onClick={toTheWork}>
        To the work
      </Skip>
      <Home to="/" aria-label="Luvrit, all setups">
        <Mark />
      </Home>
      {title !== undefined && (
        <Title>
          <strong>{title}</strong>
          <span>{subtitle}</span>
        </Title>
      )}
      <Middle>{children}</Middle>
      {others}
      <ConnectionMark person={person} />
      <Who>
        <PersonButton
          type="button"
          onClick={() => setSwitching(true)}
          aria-label={`${person.name}, ${person.role}. Somebody else goes on here`}
        >
          <strong>{person.name}</strong> <span>{person.role}</span>
        </PersonButton>
        <MoreButton
          type="button"
          aria-expanded={isMore}
          onClick={() => setMore(!isMore)}
          aria-label={isMore ? "Close the menu" : "Practice, theme and sign-out"}
        >
          <EllipsisVertical size={22} aria-hidden="true" />
        </MoreButton>
        <More data-open={isMore || undefined}>
          {beside && <StripLink to={beside.to}>{beside.name}</StripLink>}
          <ThemeButton />
          <Form method="post" action="/sign-out">
            <StripButton type="submit">Sign out</StripButton>
          </Form>
        </More>
      </Who>
      {isSwitching && <SwitchPerson onClose={() => setSwitching(false)} />}
    </Strip>
  );
}

/** Focus on the first field of the page's main part, or on that part where it has none: one key past the strip and the plan. */
function toTheWork(): void {
  const main = document.querySelector("main");
  if (!main) return;
  const fields = main.querySelectorAll<HTMLElement>("input, select, textarea");
  const isField = (field: HTMLElement) =>
    field.matches(":enabled:not([type=radio], [hidden])") && field.checkVisibility() && !field.closest("nav");
  const first = [...fields].find(isField);
  if (!first) main.tabIndex = -1;
  (first ?? main).focus();
}

function ThemeButton() {
  const { pathname, search } = useLocation();
  const theme = useRouteLoaderData<{ theme?: "light" | "dark" }>("root")?.theme ?? "light";
  const other = theme === "dark" ? "light" : "dark";
  return (
    <Form method="post" action={href("/theme")} preventScrollReset>
      <input type="hidden" name="theme" value={other} />
      <input type="hidden" name="to" value={pathname + search} />
      <StripButton type="submit">
        {other === "dark" ? <Moon size={20} aria-hidden="true" /> : <Sun size={20} aria-hidden="true" />}
        <VisuallyHidden>Change to the {other} theme</VisuallyHidden>
      </StripButton>
    </Form>
  );
}

const Skip = styled.button`
  position: absolute;
  top: 0;
  left: 0;
  z-index: 2;
  display: grid;
  place-items: center;
  min-height: 52px;
  padding: 0 20px;
  border: 0;
  background: ${color("sheet")};
  color: ${color("measured")};
  font-weight: 700;
  &:not(:focus) { clip-path: inset(50%); pointer-events: none; }
`;
const Strip = styled.header`
  display: flex;
  align-items: center;
  gap: 20px;
  @media (width < 1200px) { gap: 6px; }
  height: 52px;
  padding: 0 8px 0 16px;
  background: ${color("strip")};
  color: ${color("onStrip")};
  white-space: nowrap;
  border-bottom: 1px solid ${color("line")};
  ${narrow} { position: relative; flex-wrap: wrap; justify-content: space-between; height: auto; gap: 0 6px; padding: 0 6px 0 10px; }
  @media print { display: none; }
`;
const Home = styled(Link)`
  flex: none;
  display: grid;
  align-content: center;
  min-height: 48px;
  color: inherit;
  text-decoration: none;
  &:focus-visible { outline-color: ${color("onStrip")}; }
  min-width: 44px;
`;
const Title = styled.div`
  display: grid;
  min-width: 0;
  font-size: ${size.small};
  line-height: 1.2;
  > * { overflow: hidden; text-overflow: ellipsis; }
  /* A job is named in full: where there is little room it takes both lines. */
  @media (900px <= width < 1200px) {
    max-width: 130px;
    strong { display: -webkit-box; -webkit-box-orient: vertical; -webkit-line-clamp: 2; white-space: normal; overflow-wrap: anywhere; }
    strong + span { display: none; }
  }
  ${narrow} { flex: 1 1 90px; max-width: 60vw; }
  ${phone} { flex: 1 1 0; strong, strong + span { white-space: normal; line-height: 1.1; } }
`;
const Middle = styled.div`
  flex: 1;
  min-width: 0;
  /* The stages are never cut off beside a long name of a machine. */
  @media (width >= 1200px) { flex: 1 0 auto; }
  overflow-x: auto;
  scrollbar-width: none;
  /* The stages get a line of their own, which goes along where it is too long. */
  ${narrow} { order: 1; flex: 0 0 100%; overflow-x: auto; &:empty { display: none; } }
`;
const Who = styled.div`
  display: flex;
  align-items: center;
  gap: 4px;
  font-size: ${size.small};
  @media (width < 1200px) { gap: 0; }
`;
const inStrip = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  min-height: 48px;
  min-width: 48px;
  padding: 0 10px;
  @media (width < 1200px) { padding: 0 6px; }
  border: 0;
  border-radius: ${radius};
  background: transparent;
  color: inherit;
  font: inherit;
  cursor: pointer;
  &:hover { background: rgb(255 255 255 / 0.12); }
  &:focus-visible { outline: 3px solid ${color("onStrip")}; outline-offset: -3px; }
`;
const StripButton = styled.button`${inStrip}`;
const MoreButton = styled.button`
  ${inStrip}
  display: none;
  ${phone} { display: inline-flex; }
`;
const More = styled.div`
  display: contents;
  ${phone} {
    display: none;
    &[data-open] { display: grid; position: absolute; top: 52px; right: 0; z-index: 6; min-width: 160px; padding: 6px; background: ${color("strip")}; box-shadow: ${color("shadow")}; }
  }
`;
const PersonButton = styled.button`
  ${inStrip}
  display: grid;
  justify-items: end;
  align-content: center;
  line-height: 1.2;
  font-size: ${size.small};
  @media (width < 1200px) { span { display: none; } }
`;
const StripLink = styled(NavLink)`
  ${inStrip}
  text-decoration: none;
  &.active { font-weight: 700; text-decoration: underline; text-underline-offset: 4px; }
`;
