import { Link, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { color, radius } from "./tokens.ts";

/** The views of a stage, as links; the view lives in the address. */
export function ViewTabs({
  name,
  views,
  view,
}: {
  readonly name: string;
  readonly views: readonly (readonly [path: string, name: string])[];
  readonly view: string;
}) {
  const [search] = useSearchParams();
  const tool = search.get("tool");
  return (
    <Tabs aria-label={name}>
      {views.map(([path, words]) => (
        <Link
          key={path}
          to={`?view=${path}${tool ? `&tool=${tool}` : ""}`}
          replace
          preventScrollReset
          aria-current={path === view ? "page" : undefined}
        >
          {words}
        </Link>
      ))}
    </Tabs>
  );
}

const Tabs = styled.nav`
  display: flex;
  gap: 4px;
  border-bottom: 2px solid ${color("line")};
  a { min-height: 48px; padding: 12px 16px 8px; margin-bottom: -2px; border-bottom: 4px solid transparent; border-radius: ${radius} ${radius} 0 0; color: inherit; font-weight: 600; text-decoration: none; }
  a[aria-current] { border-bottom-color: ${color("action")}; color: ${color("action")}; }
`;
