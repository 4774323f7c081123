// The pressure wedge: how loud the ask had become when it was answered. Its height is the
// pressure, its calm part is the band; a tap on a bar logs an ask.

import { Hatch } from "./Hatch";
import styles from "./PressureWedge.module.css";
import { barPath, wedgeBars } from "./wedgeGeometry";

export interface WedgeChoice {
  label: string;
  name: string;
  in_band: boolean;
}

interface Props {
  choices: WedgeChoice[];
  bandLabel: string;
  onChoose: (place: number) => void;
  legend: string;
  hint: string;
}

const WIDTH = 360;
const HEIGHT = 200;

export function PressureWedge({ choices, bandLabel, onChoose, legend, hint }: Props) {
  const bars = wedgeBars(choices.length, WIDTH, HEIGHT);
  const band = choices.flatMap((choice, place) => (choice.in_band ? [place] : []));
  const slot = WIDTH / choices.length;
  const first = band[0];
  const last = band.at(-1);
  return (
    <fieldset className={styles.wedge}>
      <legend className={styles.legend}>
        <span>{legend}</span>
        <span className={styles.hint}>{hint}</span>
      </legend>
      <div className={styles.stage}>
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT + 10}`} preserveAspectRatio="none" aria-hidden="true">
          <Hatch id="wedge-hatch" apart={7} className={styles.hatch} />
          {bars.map((bar, place) => (
            <path
              key={choices[place]?.label}
              d={barPath(bar, HEIGHT)}
              className={choices[place]?.in_band ? styles.light : styles.heavy}
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {first !== undefined && last !== undefined ? (
            <rect
              x={first * slot + 1}
              y={HEIGHT + 4}
              width={(last - first + 1) * slot - 3}
              height={5}
              className={styles.bandMark}
            />
          ) : null}
        </svg>
        <div
          className={styles.buttons}
          style={{ gridTemplateColumns: `repeat(${choices.length}, 1fr)` }}
        >
          {choices.map((choice, place) => (
            <button
              key={choice.label}
              type="button"
              className={styles.bar}
              aria-label={choice.name}
              title={choice.name}
              onClick={() => onChoose(place)}
            >
              <span className={choice.in_band ? styles.figureLight : styles.figure}>
                {choice.label}
              </span>
            </button>
          ))}
        </div>
      </div>
      {first !== undefined && last !== undefined ? (
        <div
          className={styles.bandLabel}
          style={{ marginLeft: `${(first / choices.length) * 100}%` }}
        >
          {bandLabel}
        </div>
      ) : null}
    </fieldset>
  );
}
