import { Check, CircleDot } from "lucide-react";
import { useEffect, useRef } from "react";
import { Link, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { toolNumber } from "../../core/machine/index.ts";
import { mountChecksOf } from "../../core/mount/index.ts";
import { StageFrame, StageMain } from "../shell/StageFrame.tsx";
import { ToolHead } from "../shell/ToolHead.tsx";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { ViewRail } from "../shell/ViewFrame.tsx";
import { EmptyPage } from "../ui/EmptyState.tsx";
import { Wrapped } from "../ui/Stacked.ts";
import { color, radius, size } from "../ui/tokens.ts";
import { MachineFacts } from "./MachineFacts.tsx";
import { MountForm } from "./MountForm.tsx";
import { CHECK_NAME } from "./words.ts";

/** What is checked when tools are mounted: per tool its checks, each a small drawing-form with its own record. */
export function MountPage(loaded: LoadedSetup) {
  const { setup } = loaded;
  const [search] = useSearchParams();
  const tools = setup.tools.filter(({ second }) => !second);
  const tool = tools.find(({ offset }) => offset === search.get("tool")) ?? tools[0];
  const checks = tool ? mountChecksOf(tool.tool, tool.zone) : [];
  const list = useRef<HTMLOListElement>(null);
  const place = tool?.offset;
  // What is worked on stands in sight, also in a long list.
  useEffect(() => {
    if (place) list.current?.querySelector("[data-current]")?.scrollIntoView({ block: "nearest" });
  }, [place]);
  const check = checks.find((one) => one === search.get("check")) ?? checks[0];
  if (!tool || !check) return <EmptyPage>This setup has no tools yet, so there is nothing to mount.</EmptyPage>;
  return (
    <StageFrame>
      <Rail aria-label="Tools">
        <h2>Mounted tools</h2>
        <MachineFacts machine={setup.machine} />
        <ol ref={list}>
          {tools.map((one) => (
            <li key={one.offset} data-current={one === tool || undefined}>
              <ToolHead setup={setup} tool={one} />
              <Wrapped>
                {mountChecksOf(one.tool, one.zone).map((each) => (
                  <CheckLink
                    key={each}
                    to={`?tool=${one.offset}&check=${each}`}
                    replace
                    preventScrollReset
                    aria-current={one === tool && each === check ? "step" : undefined}
                    aria-label={`${CHECK_NAME[each]} of ${toolNumber(setup.machine, one.offset)}, ${one.mount[each] ? "done" : "to do"}`}
                  >
                    {one.mount[each] ? (
                      <Check size={16} aria-hidden="true" />
                    ) : (
                      <CircleDot size={16} aria-hidden="true" />
                    )}
                    {CHECK_NAME[each]}
                  </CheckLink>
                ))}
              </Wrapped>
            </li>
          ))}
        </ol>
      </Rail>
      <StageMain>
        <MountForm key={`${tool.offset} ${check}`} {...loaded} tool={tool} check={check} />
      </StageMain>
    </StageFrame>
  );
}

const Rail = styled(ViewRail)`
  grid-area: plan;
  li { padding: 10px 12px 10px 10px; border-left: 5px solid transparent; border-bottom: 1px solid ${color("line")}; }
  li[data-current] { border-left-color: ${color("action")}; background: ${color("selected")}; }
`;
const CheckLink = styled(Link)`
  display: inline-flex;
  align-items: center;
  gap: 4px;
  min-height: 48px;
  padding: 0 8px;
  border: 1.5px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  color: ${color("measured")};
  font-size: ${size.small};
  font-weight: 600;
  text-decoration: none;
  &[aria-current] { border-color: ${color("action")}; border-width: 2.5px; }
`;
