import { useEffect, useRef, type ReactNode, type RefObject } from 'react';
import { useWorkbench } from '../../state/store';

/** Brings a part of a card into sight and gives it the focus when a command asks for it by name. */
export function usePart<Element extends HTMLElement>(name: string): RefObject<Element | null> {
  const wanted = useWorkbench((state) => state.part === name);
  const look = useWorkbench((state) => state.look);
  const part = useRef<Element>(null);
  useEffect(() => {
    if (!wanted || !part.current) return;
    if (part.current instanceof HTMLDetailsElement) part.current.open = true;
    part.current.scrollIntoView({ block: 'start' });
    part.current.querySelector<HTMLElement>('summary, input, button, [tabindex="0"]')?.focus();
    look({ part: null });
  }, [wanted, look]);
  return part;
}

/** A part of a card that folds, and opens when it is asked for. */
export function Part({
  name,
  title,
  open = false,
  block = false,
  children,
}: {
  name: string;
  title: ReactNode;
  open?: boolean;
  /** whether a line parts it from what follows */ block?: boolean;
  children: ReactNode;
}) {
  const part = usePart<HTMLDetailsElement>(name);
  return (
    <details ref={part} open={open} className={block ? 'block' : undefined}>
      <summary>{title}</summary>
      {children}
    </details>
  );
}
