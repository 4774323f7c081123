// The day as it is set: its hours, the helper's, the weather of its warmest hour.
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "../../shared/api/client";
import { todayQuery, weatherQuery } from "../../shared/api/queries";
import type { TodayPlan, YardDay } from "../../shared/api/types";
import { useKeptForm } from "../../shared/outbox/useKeptForm";
import { text } from "../../shared/text/en";
import { ProblemList, problemAt } from "../../shared/ui/Problems";
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
    mutationFn: (body: Record<string, unknown>) =>
      unwrap<TodayPlan>(client.PUT("/api/today", { body })),
    onSuccess: (today) => queries.setQueryData(todayQuery.queryKey, today),
  });
}

export function DayForm({ day, onDone }: { day: YardDay; onDone: () => void }) {
  const form = useKeptForm<Typed>(`day/${day.on}`, asTyped(day));
  const weather = useQuery(weatherQuery);
  const set = useSetDay();
  const typed = form.value;
  if (!typed) return null;
  const field = (
    name: keyof Typed & string,
    label: string,
    type: "time" | "number",
    path: string = name,
  ) => {
    const problem = problemAt(set.error, path);
    return (
      <TextField
        key={name}
        label={label}
        type={type}
        size="small"
        value={typed[name]}
        onChange={(event) => form.change({ ...typed, [name]: event.target.value })}
        error={problem !== undefined}
        helperText={problem ?? ""}
        slotProps={{
          inputLabel: { shrink: true },
          htmlInput: { step: type === "number" ? "any" : 300 },
        }}
      />
    );
  };
  return (
    <form
      className={styles.dayForm}
      onSubmit={(event) => {
        event.preventDefault();
        set.mutate(asSent(typed), {
          onSuccess: () => {
            void form.done();
            onDone();
          },
        });
      }}
    >
      {field("starts", text.today.from, "time")}
      {field("ends", text.today.until, "time")}
      {field("helper_from", text.today.helperFrom, "time", "helper.starts")}
      {field("helper_until", text.today.helperUntil, "time", "helper.ends")}
      {field("air_c", text.today.air, "number")}
      {field("humidity_pct", text.today.humidity, "number")}
      {field("wind_ms", text.today.wind, "number")}
      <div className={styles.formActions}>
        <Button
          disabled={!weather.data}
          title={weather.data?.simulated ? text.plan.simulated : ""}
          onClick={() => {
            if (!weather.data) return;
            const { air_c, humidity_pct, wind_ms } = weather.data;
            const read = {
              air_c: `${air_c}`,
              humidity_pct: `${humidity_pct}`,
              wind_ms: `${wind_ms}`,
            };
            form.change({ ...typed, ...read });
          }}
        >
          {text.plan.station}
        </Button>
        <Button type="submit" variant="contained" disabled={set.isPending}>
          {text.today.save}
        </Button>
      </div>
      <ProblemList error={set.error} lead={text.today.notSaved} />
    </form>
  );
}

const figure = (value: number | null | undefined) => (value == null ? "" : String(value));
const toMinute = (time: string | undefined) => time?.slice(0, 5) ?? "";

function asTyped(day: YardDay): Typed {
  return {
    starts: toMinute(day.starts),
    ends: toMinute(day.ends),
    helper_from: toMinute(day.helper?.starts),
    helper_until: toMinute(day.helper?.ends),
    air_c: figure(day.air_c),
    humidity_pct: figure(day.humidity_pct),
    wind_ms: figure(day.wind_ms),
  };
}

/** Empty is not known; half of the helper's hours is sent as it is, and named by the server. */
function asSent(typed: Typed): Record<string, unknown> {
  const { helper_from, helper_until, ...rest } = typed;
  const filled = (fields: Record<string, string>) =>
    Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== ""));
  const helper = filled({ starts: helper_from, ends: helper_until });
  return { ...filled(rest), ...(Object.keys(helper).length > 0 ? { helper } : {}) };
}
