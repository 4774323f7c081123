// How likely it is to be there by each ride to come; below, when, if it gets there at all.
import type { GoalForecast } from "../api/types";
import styles from "./ForecastFan.module.css";

type SideForecast = GoalForecast["sides"][number];

const WIDTH = 300;
const HEIGHT = 150;
const LEFT = 34;
const BOTTOM = 104;
const TOP = 8;

export function ForecastFan({ forecast, legend }: { forecast: SideForecast; legend: string }) {
  const rides = forecast.arrived_by.length;
  const x = (ride: number) => LEFT + (ride / rides) * (WIDTH - LEFT - 8);
  const y = (chance: number) => BOTTOM - chance * (BOTTOM - TOP);
  const curve = [0, ...forecast.arrived_by].map((chance, ride) => `${x(ride)} ${y(chance)}`);
  const until = forecast.if_within_40;
  return (
    <figure className={styles.fan} data-side={forecast.side}>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={forecast.words}>
        {[0, 0.5, 1].map((chance) => (
          <g key={chance}>
            <line x1={LEFT} x2={WIDTH - 8} y1={y(chance)} y2={y(chance)} className={styles.grid} />
            <text x={LEFT - 6} y={y(chance) + 5} className={styles.tickEnd}>
              {chance * 10}
            </text>
          </g>
        ))}
        <path d={`M${curve.join("L")}L${x(rides)} ${y(0)}Z`} className={styles.area} />
        <path d={`M${curve.join("L")}`} className={styles.line} />
        {Object.keys(forecast.within ?? {})
          .map(Number)
          .map((ride) => (
            <g key={ride}>
              <circle
                cx={x(ride)}
                cy={y(forecast.arrived_by[ride - 1] ?? 0)}
                r={4.5}
                className={styles.dot}
              />
              <text x={x(ride)} y={BOTTOM + 16} className={styles.tick}>
                {ride}
              </text>
            </g>
          ))}
        {until ? (
          <g>
            <line
              x1={x(until.between[0])}
              x2={x(until.between[1])}
              y1={BOTTOM + 32}
              y2={BOTTOM + 32}
              className={styles.span}
            />
            <circle cx={x(until.middle)} cy={BOTTOM + 32} r={5} className={styles.dot} />
          </g>
        ) : null}
      </svg>
      <figcaption className={styles.caption}>{legend}</figcaption>
    </figure>
  );
}
