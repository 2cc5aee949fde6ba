import { styled } from "styled-components";
import type { SetupView, ToolView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { toolSize } from "../../core/tool/index.ts";
import { ToolIcon } from "../drawing/ToolIcon.tsx";
import { color, mono, size } from "../ui/tokens.ts";

/** A tool in a rail: number, outline to the common scale, what it is and where it stands; one line when folded. */
export function ToolHead({
  setup,
  tool,
  isFolded = false,
}: {
  readonly setup: Pick<SetupView, "machine">;
  readonly tool: ToolView;
  readonly isFolded?: boolean;
}) {
  return (
    <Head $folded={isFolded}>
      <strong>{toolNumber(setup.machine, tool.offset)}</strong>
      {!isFolded && <ToolIcon tool={tool.tool} />}
      <span>
        <b>{tool.tool.description}</b>
        {!isFolded && (
          <>
            <small>
              {tool.second
                ? `second offset of ${toolNumber(setup.machine, tool.second.of)}`
                : `station ${tool.station}${tool.holder === undefined ? "" : `, holder ${tool.holder}`}`}
            </small>
            <small>{toolSize(tool.tool, setup.machine.units)}</small>
          </>
        )}
      </span>
    </Head>
  );
}

const Head = styled.div<{ $folded: boolean }>`
  display: grid;
  grid-template-columns: ${({ $folded }) => ($folded ? "auto minmax(0, 1fr)" : "auto 44px minmax(0, 1fr)")};
  align-items: center;
  gap: 8px;
  > strong { ${mono} font-size: ${size.text}; }
  b { display: block; line-height: 1.15; }
  small { display: block; font-size: ${size.small}; color: ${color("quiet")}; line-height: 1.2; }
  @media (width < 1200px) {
    grid-template-columns: auto minmax(0, 1fr);
    > svg { display: none; }
  }
`;
