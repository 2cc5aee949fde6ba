import { FileCode2, type LucideIcon } from "lucide-react";
import { useEffect, useEffectEvent, useRef } from "react";
import { styled } from "styled-components";
import { color, radius, target } from "../ui/tokens.ts";

interface FileChoiceProps {
  /** Its full name for a screen reader. */
  readonly label: string;
  readonly words: string;
  readonly name?: string;
  readonly isDisabled?: boolean;
  readonly onPick: (file: File | undefined) => void;
  /** True where the same file may be chosen again. */
  readonly forgets?: boolean;
  readonly icon?: LucideIcon;
}

/** A file to be chosen; a broken border says that something can be put here. */
export function FileChoice({
  label,
  words,
  name,
  isDisabled,
  onPick,
  forgets,
  icon: Icon = FileCode2,
}: FileChoiceProps) {
  const input = useRef<HTMLInputElement>(null);
  const pick = (from: HTMLInputElement) => {
    onPick(from.files?.[0]);
    if (forgets) from.value = "";
  };
  // A file that was chosen before the page had come alive is chosen.
  const pickEarly = useEffectEvent(pick);
  useEffect(() => {
    if (input.current?.files?.length) pickEarly(input.current);
  }, []);
  return (
    <Choose>
      <Icon size={22} aria-hidden="true" />
      <span>{words}</span>
      <input
        ref={input}
        type="file"
        name={name}
        aria-label={label}
        disabled={isDisabled}
        onChange={({ target: chosen }) => pick(chosen)}
      />
    </Choose>
  );
}

const Choose = styled.label`
  position: relative;
  display: inline-flex;
  align-items: center;
  gap: 10px;
  min-height: ${target};
  padding: 8px 16px;
  border: 1.5px dashed ${color("action")};
  border-radius: ${radius};
  color: ${color("measured")};
  font-weight: 600;
  cursor: pointer;
  > svg { flex: none; }
  > input { position: absolute; inset: 0; opacity: 0; cursor: pointer; }
  &:focus-within { outline: 3px solid ${color("measured")}; outline-offset: 2px; }
  &:hover { background: ${color("selected")}; }
`;
