// The day as it is set: its hours, the helper's, the weather of its warmest hour.
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useFormContext } from "react-hook-form";
import { api } from "../../shared/api/client";
import { todayQuery, weatherQuery } from "../../shared/api/queries";
import type { YardDay } from "../../shared/api/types";
import { Form, TextInput, useDraftForm } from "../../shared/form";
import { asTyped as figureTyped } from "../../shared/form/figures";
import { asKept, shownAs, unitOf } from "../../shared/text/amounts";
import { text } from "../../shared/text/en";
import { ProblemList } from "../../shared/ui/Problems";
import styles from "./TodayPage.module.css";

interface Typed extends Record<string, string> {
  starts: string;
  ends: string;
  helper_from: string;
  helper_until: string;
  air_c: string;
  humidity_pct: string;
  wind_ms: string;
}

/** Sets the day at the server; everything shown of it is then as it answers. */
export function useSetDay() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Record<string, unknown>) => api.put("/api/today", { body }),
    onSuccess: (today) => queries.setQueryData(todayQuery.queryKey, today),
  });
}

interface Props {
  day: YardDay;
  onDone: () => void;
}

export function DayForm({ day, onDone }: Props) {
  // What was shown when it was begun: what others set since then is none of its changes.
  const [shown] = useState(() => asTyped(day));
  const { form, draft, isReady, done } = useDraftForm<Typed>(`day/${day.on}`, shown);
  const set = useSetDay();
  if (!isReady) return null;
  const save = (typed: Typed) =>
    set.mutate(changes(shown, typed), {
      onSuccess: () => {
        void done();
        onDone();
      },
    });
  const time = { type: "time", size: "small", step: 300 } as const;
  const figure = { type: "number", size: "small", step: "any" } as const;
  return (
    <Form form={form} draft={draft} error={set.error} onSubmit={save} className={styles.dayForm}>
      <TextInput name="starts" label={text.today.from} {...time} />
      <TextInput name="ends" label={text.today.until} {...time} />
      <TextInput name="helper_from" path="helper.starts" label={text.today.helperFrom} {...time} />
      <TextInput name="helper_until" path="helper.ends" label={text.today.helperUntil} {...time} />
      <TextInput name="air_c" label={text.today.air(unitOf("air_c"))} {...figure} />
      <TextInput name="humidity_pct" label={text.today.humidity} {...figure} />
      <TextInput name="wind_ms" label={text.today.wind(unitOf("wind_ms"))} {...figure} />
      <div className={styles.formActions}>
        <FromTheStation />
        <Button type="submit" variant="contained" disabled={set.isPending}>
          {text.today.save}
        </Button>
      </div>
      <ProblemList error={set.error} lead={text.today.notSaved} />
    </Form>
  );
}

/** Writes into the fields what the weather station reads. */
function FromTheStation() {
  const { setValue } = useFormContext<Typed>();
  const weather = useQuery(weatherQuery);
  const write = () => {
    if (!weather.data) return;
    for (const name of ["air_c", "humidity_pct", "wind_ms"] as const)
      setValue(name, shownAs(name, String(weather.data[name])));
  };
  return (
    <Button
      disabled={!weather.data}
      title={weather.data?.simulated ? text.plan.simulated : ""}
      onClick={write}
    >
      {text.plan.station}
    </Button>
  );
}

const toMinute = (time: string | undefined) => time?.slice(0, 5) ?? "";

function asTyped(day: YardDay): Typed {
  return {
    starts: toMinute(day.starts),
    ends: toMinute(day.ends),
    helper_from: toMinute(day.helper?.starts),
    helper_until: toMinute(day.helper?.ends),
    air_c: shownAs("air_c", figureTyped(day.air_c)),
    humidity_pct: figureTyped(day.humidity_pct),
    wind_ms: shownAs("wind_ms", figureTyped(day.wind_ms)),
  };
}

/**
 * Only what was changed: what somebody else sets meanwhile stays. Empty is not known; half of the helper's hours is
 * sent as it is, and named by the server.
 */
function changes(shown: Typed, typed: Typed): Record<string, unknown> {
  const { helper_from, helper_until, ...rest } = typed;
  const differs = (name: string) => typed[name] !== shown[name];
  const own = Object.entries(rest).filter(([name]) => differs(name));
  const hours = Object.entries({ starts: helper_from, ends: helper_until });
  const filled = hours.filter(([, hour]) => hour !== "");
  const helper = filled.length > 0 ? Object.fromEntries(filled) : null;
  return {
    ...Object.fromEntries(
      own.map(([name, value]) => [name, value === "" ? null : asKept(name, value)]),
    ),
    ...(differs("helper_from") || differs("helper_until") ? { helper } : {}),
  };
}
