import { href, Link, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { PageWithRail } from "../shell/PageWithAside.ts";
import { Rooms } from "../shell/Rooms.tsx";
import { TopStrip } from "../shell/TopStrip.tsx";
import { FileLink, PlainButtonLink } from "../ui/Button.tsx";
import { color, narrow, size } from "../ui/tokens.ts";
import { ImportFile } from "./ImportFile.tsx";
import { ItemsSection } from "./ItemsSection.tsx";
import { MachinesSection } from "./MachinesSection.tsx";
import { PeopleSection } from "./PeopleSection.tsx";
import { SignInsSection } from "./SignInsSection.tsx";
import { SECTIONS } from "./sections.ts";
import type { WorkshopProps } from "./workshopProps.ts";

/** What the shop has, apart from setups: machines, tools, inserts, gauges, spacers, tolerances, people. */
export function WorkshopPage(props: WorkshopProps) {
  const { person, section } = props;
  const [search] = useSearchParams();
  const now = SECTIONS.find(({ path }) => path === section) ?? SECTIONS[0];
  const isSetters = now.kind === "gauge" || now.kind === "spacer";
  const mayChange = person.role === "lead" || (person.role === "setter" && isSetters);
  const shown = SECTIONS.filter(({ path }) => (path !== "people" && path !== "sign-ins") || person.role === "lead");
  const open = search.get("open") ?? undefined;
  return (
    <>
      <TopStrip title="Workshop" subtitle={now.name} person={person}>
        <Rooms />
      </TopStrip>
      <PageWithRail>
        <Rail aria-label="Parts of the workshop">
          <ul>
            {shown.map(({ path, name, about }) => (
              <li key={path}>
                <Part
                  to={href("/workshop/:section?", { section: path })}
                  aria-current={path === section ? "page" : undefined}
                >
                  <b>{name}</b>
                  <small>{about}</small>
                </Part>
              </li>
            ))}
          </ul>
        </Rail>
        <Room>
          <Head>
            <div>
              <h1>{now.name}</h1>
              <p>
                {mayChange ? now.about : `${now.about} ${isSetters ? "A setter or a lead" : "A lead"} changes this.`}
              </p>
            </div>
            {mayChange && section !== "sign-ins" && <PlainButtonLink to="?open=new">New</PlainButtonLink>}
            {section !== "people" && section !== "sign-ins" && (
              <>
                <FileLink href={href("/workshop/:section/file", { section })} download>
                  Export as JSON
                </FileLink>
                <FileLink href={`${href("/workshop/:section/file", { section })}?as=csv`} download>
                  as CSV
                </FileLink>
                {mayChange && <ImportFile key={section} section={now} />}
              </>
            )}
          </Head>
          {section === "machines" ? (
            <MachinesSection {...props} mayChange={mayChange} open={open} />
          ) : section === "people" ? (
            <PeopleSection {...props} open={open} />
          ) : section === "sign-ins" ? (
            <SignInsSection lines={props.audit} />
          ) : (
            now.kind && <ItemsSection key={now.kind} {...props} kind={now.kind} mayChange={mayChange} open={open} />
          )}
        </Room>
      </PageWithRail>
    </>
  );
}

const Rail = styled.nav`
  overflow: auto;
  border-right: 1px solid ${color("line")};
  background: ${color("sheet")};
  ${narrow} {
    border-right: 0;
    border-bottom: 1px solid ${color("line")};
    > ul { display: flex; overflow-x: auto; }
    > ul > li { flex: 0 0 190px; }
  }
  @media print { display: none; }
`;
const Part = styled(Link)`
  display: grid;
  min-height: 62px;
  padding: 10px 14px;
  border-left: 5px solid transparent;
  border-bottom: 1px solid ${color("line")};
  color: ${color("ink")};
  text-decoration: none;
  b { line-height: 1.2; }
  small { color: ${color("quiet")}; font-size: ${size.small}; line-height: 1.2; }
  &[aria-current] { border-left-color: ${color("action")}; background: ${color("selected")}; }
  &:hover { background: ${color("selected")}; }
`;
const Room = styled.main`
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 12px;
  min-height: 0;
  padding: 14px 20px;
`;
const Head = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  > div:first-child { flex: 1 1 260px; }
  h1 { font-size: ${size.number}; }
  p { color: ${color("quiet")}; font-size: ${size.small}; }
`;
