import { type ReactNode, useLayoutEffect, useRef } from "react";

interface Props {
  label: string;
  className?: string | undefined;
  /** Shows the right end first, and again whenever this changes. */
  endAt?: number;
  side?: string;
  children: ReactNode;
}

/** Something wider or longer than its place; the keyboard can reach it to scroll. */
export function ScrollBox({ label, className, endAt, side, children }: Props) {
  const box = useRef<HTMLElement>(null);
  useLayoutEffect(() => {
    if (box.current && endAt !== undefined) box.current.scrollLeft = endAt;
  }, [endAt]);
  return (
    <section
      ref={box}
      className={className}
      data-side={side}
      aria-label={label}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: without it the keyboard could not scroll
      tabIndex={0}
    >
      {children}
    </section>
  );
}
