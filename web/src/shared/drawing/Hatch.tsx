interface Props {
  id: string;
  /** Distance of the lines. */
  apart: number;
  className: string | undefined;
}

/** Slanting lines to fill with: what is heavy is never told by colour alone. */
export function Hatch({ id, apart, className }: Props) {
  return (
    <defs>
      <pattern
        id={id}
        width={apart}
        height={apart}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1="0" y1="0" x2="0" y2={apart} className={className} />
      </pattern>
    </defs>
  );
}
