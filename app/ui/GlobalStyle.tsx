import { createGlobalStyle } from "styled-components";
import { color, size, themeCss } from "./tokens.ts";

export const GlobalStyle = createGlobalStyle`
  ${themeCss}
  *, *::before, *::after { box-sizing: border-box; }
  html { font-size: ${size.text}; -webkit-text-size-adjust: 100%; }
  body {
    margin: 0;
    min-height: 100dvh;
    background: ${color("plate")};
    color: ${color("ink")};
    font-family: "Atkinson Hyperlegible Next Variable", system-ui, sans-serif;
    line-height: 1.3;
  }
  h1, h2, h3, p, ul, ol, dl, dd { margin: 0; }
  ul, ol { padding: 0; list-style: none; }
  a { color: ${color("measured")}; }
  :focus-visible { outline: 3px solid ${color("measured")}; outline-offset: 2px; }
  @media (prefers-reduced-motion: reduce) {
    *, *::before, *::after { animation: none !important; transition: none !important; }
  }
`;
