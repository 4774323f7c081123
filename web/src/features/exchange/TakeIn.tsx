// A file comes in: looked at first, then taken in, or left.
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { horsesQuery } from "../../shared/api/queries";
import { exchangeText as text } from "../../shared/text/en.exchange";
import { FileButton } from "../../shared/ui/FileButton";
import { ProblemList } from "../../shared/ui/Problems";
import { Loading } from "../../shared/ui/StateView";
import { ArrivingView } from "./ArrivingView";
import { AsideView, useAside } from "./AsideView";
import styles from "./Exchange.module.css";
import { TableView } from "./TableView";
import { BY_ITSELF, NEW, type TakingIn, useTakingIn } from "./useTakingIn";

export function TakeIn() {
  const taking = useTakingIn();
  const unsent = useAside();
  const { file, look, take, taken } = taking;
  const choose = async (chosen: File) => {
    taking.leave();
    if (!(await unsent.choose(chosen))) taking.choose(chosen);
  };
  return (
    <>
      <p className={styles.lead}>{text.inLead}</p>
      <div className={styles.row}>
        <FileButton
          accept=".json,.csv,.txt,.tsv,application/json,text/csv"
          label={file ? text.other : text.choose}
          onFile={(chosen) => void choose(chosen)}
        />
        {file ? <strong className={styles.fileName}>{file.name}</strong> : null}
      </div>
      {taken ? (
        <p role="status" className={styles.done}>
          {text.taken(taken.name)} <Link to={`/horses/${taken.horse}/sheet`}>{text.show}</Link>
        </p>
      ) : null}
      <p role="status" className={styles.said}>
        {unsent.isSent ? text.sentFromHere : ""}
      </p>
      {unsent.aside ? (
        <AsideView count={unsent.aside.length} onSend={() => void unsent.send()} />
      ) : null}
      {file ? <Into taking={taking} /> : null}
      {look.isPending ? <Loading what={text.reading} /> : null}
      <ProblemList error={look.error} lead={text.refused} />
      {taking.table ? <TableView taking={taking} /> : null}
      {taking.arriving && !look.isPending ? <ArrivingView arriving={taking.arriving} /> : null}
      <ProblemList error={take.error} lead={taking.isOvertaken ? text.changed : text.failed} />
      {file ? (
        <div className={styles.row}>
          <Button
            variant="contained"
            disabled={!taking.arriving || look.isPending || take.isPending}
            onClick={taking.takeIn}
          >
            {text.go}
          </Button>
          <Button onClick={taking.leave}>{text.leave}</Button>
        </div>
      ) : null}
    </>
  );
}

function Into({ taking }: { taking: TakingIn }) {
  const horses = useQuery(horsesQuery).data?.horses ?? [];
  const { isTable } = taking;
  return (
    <TextField
      select
      size="small"
      label={isTable ? text.whose : text.into}
      value={taking.into}
      onChange={(event) => taking.setInto(event.target.value)}
      className={styles.choice ?? ""}
    >
      {isTable
        ? null
        : [
            <MenuItem key={BY_ITSELF} value={BY_ITSELF}>
              {text.byItself}
            </MenuItem>,
            <MenuItem key={NEW} value={NEW}>
              {text.asNew}
            </MenuItem>,
          ]}
      {horses.map((one) => (
        <MenuItem key={one.id} value={one.id ?? ""}>
          {one.name}
        </MenuItem>
      ))}
    </TextField>
  );
}
