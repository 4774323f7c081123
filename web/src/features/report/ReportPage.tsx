// A report for the owner: chosen at the left, read as it will be at the right; as a file, or shared by an address.
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { type ReportWish, reportQuery } from "../../shared/api/queries";
import type { OwnerReport, ReportPart } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { report as words } from "../../shared/text/en.sheet";
import { May } from "../../shared/ui/May";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import styles from "./ReportPage.module.css";
import { ReportView } from "./ReportView";
import { ShareReport } from "./ShareReport";
import { useReportWish, type WishedReport } from "./useReportWish";

const PARTS = Object.keys(words.partNames) as ReportPart[];
const SHRUNK = { inputLabel: { shrink: true } } as const;
const LONGEST = 2000;

export default function ReportPage() {
  const { horse = "" } = useParams();
  const wished = useReportWish(horse);
  const report = useQuery(reportQuery(horse, wished.wish));
  return (
    <article className={styles.page}>
      <div className={`${styles.choices} no-print`}>
        <p>
          <Link to={`/horses/${horse}/sheet`} className={styles.back}>
            ← {text.places.sheet}
          </Link>
        </p>
        <h1>{words.title}</h1>
        <Choices wished={wished} report={report.data} />
        <Files horse={horse} wish={{ ...wished.wish, paragraph: wished.paragraph }} />
        <May to="change">
          <ShareReport horse={horse} wish={{ ...wished.wish, paragraph: wished.paragraph }} />
        </May>
      </div>
      <div className={styles.paper}>
        {report.isPending ? <Loading /> : null}
        {report.error ? (
          <ErrorView error={report.error} onRetry={() => void report.refetch()} />
        ) : null}
        {report.data && !report.error ? (
          <ReportView report={report.data} paragraph={wished.paragraph} />
        ) : null}
      </div>
    </article>
  );
}

interface ChoicesProps {
  wished: WishedReport;
  report: OwnerReport | undefined;
}

/** The days are those of the report that is shown, until others are said. */
function Choices({ wished, report }: ChoicesProps) {
  const without = new Set(wished.wish.without ?? []);
  return (
    <>
      <div className={styles.days}>
        {(["first", "last"] as const).map((key) => (
          <TextField
            key={key}
            type="date"
            size="small"
            label={words[key]}
            value={wished.wish[key] ?? report?.[key] ?? ""}
            slotProps={SHRUNK}
            onChange={(event) => wished.setDay(key, event.target.value)}
          />
        ))}
      </div>
      <fieldset className={styles.parts}>
        <legend>{words.parts}</legend>
        {PARTS.map((part) => (
          <FormControlLabel
            key={part}
            label={words.partNames[part]}
            control={
              <Checkbox
                size="small"
                checked={!without.has(part)}
                onChange={(_, isIn) => wished.turn(part, isIn)}
              />
            }
          />
        ))}
      </fieldset>
      <May to="change">
        <TextField
          multiline
          minRows={3}
          label={words.own}
          helperText={words.ownHelp}
          value={wished.paragraph}
          slotProps={{ ...SHRUNK, htmlInput: { maxLength: LONGEST } }}
          onChange={(event) => wished.write(event.target.value)}
        />
      </May>
    </>
  );
}

const ENDINGS = ["pdf", "html"] as const;

function Files({ horse, wish }: { horse: string; wish: ReportWish }) {
  const search = new URLSearchParams();
  for (const key of ["first", "last", "paragraph"] as const) {
    const said = wish[key];
    if (said) search.set(key, said);
  }
  for (const part of wish.without ?? []) search.append("without", part);
  return (
    <div className={styles.files}>
      {ENDINGS.map((ending) => (
        <Button
          key={ending}
          variant={ending === "pdf" ? "contained" : "outlined"}
          href={`/api/horses/${horse}/report/${ending}?${search}`}
          download
        >
          {words[ending]}
        </Button>
      ))}
    </div>
  );
}
