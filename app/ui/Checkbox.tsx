import type { ReactNode } from "react";
import { styled } from "styled-components";

/** Something that holds or not, with its words beside it; large enough for a glove. */
export function Checkbox({
  isChecked,
  onChange,
  children,
}: {
  readonly isChecked: boolean;
  readonly onChange: (isChecked: boolean) => void;
  readonly children: ReactNode;
}) {
  return (
    <Labelled>
      <input type="checkbox" checked={isChecked} onChange={({ target }) => onChange(target.checked)} />
      <span>{children}</span>
    </Labelled>
  );
}

const Labelled = styled.label`
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 48px;
  input { flex: none; width: 22px; height: 22px; }
`;
