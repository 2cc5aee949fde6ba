import { href, NavLink } from "react-router";
import { styled } from "styled-components";
import { color } from "../ui/tokens.ts";

/** The rooms outside of a setup: the setups themselves, practice, and the workshop. */
export function Rooms() {
  return (
    <Nav aria-label="Rooms">
      <NavLink to="/" end>
        Setups
      </NavLink>
      <NavLink to={href("/practice")}>Practice</NavLink>
      <NavLink to={href("/workshop/:section?")}>Workshop</NavLink>
    </Nav>
  );
}

const Nav = styled.nav`
  display: flex;
  justify-content: center;
  gap: 4px;
  a { display: grid; place-items: center; min-width: 120px; min-height: 48px; color: inherit; text-decoration: none; }
  a:hover { text-decoration: underline; text-underline-offset: 4px; }
  a.active { font-weight: 700; box-shadow: inset 0 -4px 0 ${color("onStrip")}; }
  a:focus-visible { outline: 3px solid ${color("onStrip")}; outline-offset: -3px; }
`;
