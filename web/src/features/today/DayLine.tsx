// The day as a line: horses along its hours, the helper's hours and the heat beneath it, now marked.
import type { TodayPlan } from "../../shared/api/types";
import { clock } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import styles from "./DayLine.module.css";
import { dayLines, type Strip } from "./dayGeometry";

export function DayLine({ today }: { today: TodayPlan }) {
  const { hours, bars, lanes, helper, hot, now } = dayLines(today);
  return (
    <div className={styles.line} role="img" aria-label={text.today.lineName(today.words)}>
      <div className={styles.above} style={{ height: `${lanes * 20 + 14}px` }}>
        {bars.map((bar) => (
          <div key={`${bar.horse}${bar.left}`}>
            <span
              className={styles.name}
              style={{ left: `${bar.left}%`, bottom: `${14 + bar.lane * 20}px` }}
            >
              {bar.name}
            </span>
            {bar.lane > 0 ? (
              <span
                className={styles.stalk}
                style={{ left: `${bar.left}%`, height: `${bar.lane * 20 + 4}px` }}
              />
            ) : null}
            <span
              className={bar.isWorked ? styles.worked : styles.bar}
              style={place(bar)}
              data-bar={bar.name}
            />
          </div>
        ))}
      </div>
      <div className={styles.axis}>
        {hours.map(({ at, label }) => (
          <span key={label} className={styles.hour} style={{ left: `${at}%` }}>
            {label}
          </span>
        ))}
      </div>
      {helper || hot.length > 0 ? (
        <div className={styles.beneath}>
          {hot.length > 0 ? (
            <div className={styles.lane}>
              {hot.map((one) => (
                <span
                  key={one.left}
                  className={styles.hot}
                  style={place(one)}
                  data-hot={one.verdict}
                >
                  {one.words}
                </span>
              ))}
            </div>
          ) : null}
          {helper ? (
            <div className={styles.lane}>
              <span className={styles.helper} style={place(helper)} data-helper>
                {text.today.helperBand}
              </span>
            </div>
          ) : null}
        </div>
      ) : null}
      {now === null || today.now === null ? null : (
        <span className={styles.now} style={{ left: `${now}%` }}>
          <span className={now > 90 ? styles.nowLeft : styles.nowLabel}>
            {text.today.now(clock(today.now))}
          </span>
        </span>
      )}
    </div>
  );
}

const place = ({ left, width }: Strip) => ({ left: `${left}%`, width: `${width}%` });
