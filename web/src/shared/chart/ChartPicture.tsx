// Draws what the core says: strokes, bars, marks, texts. Colours come from the theme, by what a mark stands for.
import { type SVGProps, useId } from "react";
import { useNavigate } from "react-router";
import type { ChartDrawing, ChartKey, ChartMark, Shade } from "../api/types";
import { Hatch } from "../drawing/Hatch";
import styles from "./ChartPicture.module.css";

interface Props {
  drawing: ChartDrawing;
  title: string;
  words: string;
  /** Where a mark's session is found; without it marks lead nowhere. */
  horse?: string | undefined;
}

export function ChartPicture({ drawing, title, words, horse }: Props) {
  const hatch = useId();
  return (
    <svg
      className={styles.picture}
      viewBox={`0 0 ${drawing.width} ${drawing.height}`}
      role="img"
      aria-label={`${title}: ${words}`}
    >
      <Hatch id={hatch} apart={5} className={styles.hatch} />
      {drawing.strokes.map((one, n) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a drawing is drawn anew as a whole
        <Stroked key={n} points={one.points} shade={one.shade} closed={one.closed} />
      ))}
      {drawing.bars.map((one, n) => (
        <Barred
          // biome-ignore lint/suspicious/noArrayIndexKey: a drawing is drawn anew as a whole
          key={n}
          shade={one.shade}
          hatch={hatch}
          x={one.x}
          y={one.y}
          width={one.width}
          height={one.height}
        >
          {one.says ? <title>{one.says}</title> : null}
        </Barred>
      ))}
      {drawing.marks.map((one, n) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a drawing is drawn anew as a whole
        <Leading key={n} mark={one} horse={horse} />
      ))}
      {drawing.texts.map((one) => (
        <text
          key={`${one.x} ${one.y} ${one.text}`}
          x={one.x}
          y={one.y}
          textAnchor={one.anchor}
          className={one.strong ? styles.strong : styles.text}
        >
          {one.text}
        </text>
      ))}
    </svg>
  );
}

/** What a mark means, drawn by itself. */
export function KeyMark({ of }: { of: ChartKey }) {
  const hatch = useId();
  const shape = of.shape;
  return (
    <svg viewBox="0 0 26 16" width="26" height="16" aria-hidden="true">
      <Hatch id={hatch} apart={5} className={styles.hatch} />
      {shape === "line" ? (
        <Stroked
          points={[
            [1, 8],
            [25, 8],
          ]}
          shade={of.shade}
          closed={false}
        />
      ) : shape === "bar" ? (
        <Barred shade={of.shade} hatch={hatch} x={5} y={2} width={16} height={12} />
      ) : (
        <Shape mark={{ x: 13, y: 8, shape, shade: of.shade }} />
      )}
    </svg>
  );
}

interface StrokeProps {
  points: [number, number][];
  shade: Shade;
  closed: boolean;
}

function Stroked({ points, shade, closed }: StrokeProps) {
  const way = points.map(([x, y]) => `${x} ${y}`).join("L");
  return closed ? (
    <path d={`M${way}Z`} className={styles[shade]} />
  ) : (
    <path d={`M${way}`} className={`${styles.line} ${styles[shade]}`} fill="none" />
  );
}

type BarProps = SVGProps<SVGRectElement> & { shade: Shade; hatch: string };

function Barred({ shade, hatch, children, ...at }: BarProps) {
  return (
    <rect
      {...at}
      className={styles[shade]}
      {...(shade === "mixed" ? { fill: `url(#${hatch})` } : {})}
    >
      {children}
    </rect>
  );
}

/** A mark that leads to its session, for whoever points at it; the table has the same links for the keyboard. */
function Leading({ mark, horse }: { mark: ChartMark; horse: string | undefined }) {
  const go = useNavigate();
  if (!horse || !mark.session) return <Shape mark={mark} />;
  const to = `/horses/${horse}/debrief/${mark.session}`;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: see above
    <g className={styles.leads} onClick={() => void go(to)}>
      <Shape mark={mark} />
    </g>
  );
}

type Placed = Pick<ChartMark, "x" | "y" | "shape" | "shade"> & { says?: string | undefined };

const R = 4.5;

function Shape({ mark: { x, y, shape, shade, says } }: { mark: Placed }) {
  const title = says ? <title>{says}</title> : null;
  switch (shape) {
    case "ring":
      return (
        <g className={styles[shade]}>
          <circle cx={x} cy={y} r={R} className={styles.ring}>
            {title}
          </circle>
        </g>
      );
    case "diamond":
      return (
        <path
          d={`M${x} ${y - R - 1}l${R + 1} ${R + 1}l-${R + 1} ${R + 1}l-${R + 1} -${R + 1}Z`}
          className={styles[shade]}
        >
          {title}
        </path>
      );
    case "at-least":
      return (
        <g className={styles[shade]}>
          <path
            d={`M${x} ${y + 5}V${y - 8}M${x - 5} ${y - 3}L${x} ${y - 9}L${x + 5} ${y - 3}`}
            className={styles.open}
          >
            {title}
          </path>
        </g>
      );
    default:
      return (
        <circle cx={x} cy={y} r={R} className={styles[shade]}>
          {title}
        </circle>
      );
  }
}
