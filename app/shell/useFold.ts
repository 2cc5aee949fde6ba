import { type SyntheticEvent, useEffect, useRef, useState } from "react";

/** State of a `details` whose contents are made only once it is open: also when it was opened before the page came alive. */
export function useFold() {
  const ref = useRef<HTMLDetailsElement>(null);
  const [isOpen, setOpen] = useState(false);
  useEffect(() => setOpen(ref.current?.open ?? false), []);
  const onToggle = (event: SyntheticEvent<HTMLDetailsElement>) => setOpen(event.currentTarget.open);
  return { isOpen, fold: { ref, onToggle } };
}
