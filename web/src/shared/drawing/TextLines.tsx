interface Props {
  lines: string[];
  x: number;
  y: number;
  apart: number;
  className: string | undefined;
}

/** Words in lines that are still one text to whoever listens. */
export function TextLines({ lines, x, y, apart, className }: Props) {
  return (
    <text className={className}>
      {lines.map((line, n) => (
        <tspan key={line} x={x} y={y + n * apart}>
          {`${line} `}
        </tspan>
      ))}
    </text>
  );
}
