import { href, NavLink } from "react-router";
import { styled } from "styled-components";
import { CHAIN } from "../stages.ts";
import { color, narrow, radius, size } from "../ui/tokens.ts";

/** The stages as a chain line, a tick where one stands; any stage opens at any time. */
export function StageChain({
  setupId,
  touched,
  tools,
}: {
  readonly setupId: string;
  readonly touched: number;
  readonly tools: number;
}) {
  return (
    <nav aria-label="Stages of this setup">
      <Chain>
        {CHAIN.map(({ path, name }) => (
          <li key={path}>
            <Stage to={href(`/setups/:setupId/${path}` as const, { setupId })} prefetch="intent">
              <i aria-hidden="true" />
              <span>
                {name}
                {path === "touch" && <small>{` ${touched}/${tools}`}</small>}
              </span>
            </Stage>
          </li>
        ))}
      </Chain>
    </nav>
  );
}

const Chain = styled.ol`
  display: flex;
  height: 51px;
  max-width: 900px;
  margin: 0 auto;
  background: repeating-linear-gradient(90deg, ${color("onStrip")} 0 12px, transparent 12px 15px, ${color("onStrip")} 15px 18px, transparent 18px 21px) 0 15px / 100% 1px no-repeat;
  ${narrow} { width: max-content; min-width: 100%; > li { padding: 0 8px; } }
  > li { flex: 1 1 auto; display: flex; }
`;
const Stage = styled(NavLink)`
  flex: 1;
  min-width: 44px;
  padding: 0 4px;
  @media (width < 1200px) { padding: 0 1px; }
  display: grid;
  justify-items: center;
  align-content: start;
  padding-top: 9px;
  color: inherit;
  font-size: ${size.small};
  text-decoration: none;
  border-radius: ${radius};
  > i { width: 2px; height: 13px; margin-bottom: 3px; background: currentColor; }
  small { font-size: ${size.small}; font-variant-numeric: tabular-nums; opacity: 0.85; }
  &.active { font-weight: 700; }
  &.active > i { width: 13px; border-radius: 50%; }
  &:hover span { text-decoration: underline; text-underline-offset: 3px; }
  &:focus-visible { outline: 3px solid ${color("onStrip")}; outline-offset: -3px; }
`;
