// Lines that are told one after the other: the same words may stand twice.
interface Props {
  lines: readonly string[];
  className?: string | undefined;
}

export function Lines({ lines, className }: Props) {
  return (
    <ul className={className}>
      {lines.map((line, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a line has nothing but its place
        <li key={place}>{line}</li>
      ))}
    </ul>
  );
}
