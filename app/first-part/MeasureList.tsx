import { styled } from "styled-components";
import type { FeatureState } from "../../core/correction/index.ts";
import { AddFeature } from "./AddFeature.tsx";
import { FeatureRow } from "./FeatureRow.tsx";
import type { FirstPartProps } from "./firstPartProps.ts";

/** The dimensions on record as a list: for a part without a program, and for what no program gives. */
export function MeasureList({
  states,
  part,
  shown,
  ...props
}: FirstPartProps & {
  readonly states: readonly FeatureState[];
  readonly part: number;
  readonly shown: FeatureState | undefined;
}) {
  return (
    <>
      {states.length === 0 ? (
        <p>No dimension is named yet. Name each one with its limits and the offset that makes it.</p>
      ) : (
        <Rows aria-label="Dimensions">
          {states.map((state) => (
            <FeatureRow
              key={`${state.feature.feature} ${part}`}
              {...props}
              state={state}
              part={part}
              isShown={state === shown}
            />
          ))}
        </Rows>
      )}
      <AddFeature {...props} isOpen={states.length === 0} />
    </>
  );
}

const Rows = styled.ul`
  display: grid;
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
`;
