// Any exercise of the ladder, found by typing: for a knot that is added, or that takes another's place.
import Autocomplete from "@mui/material/Autocomplete";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import useMediaQuery from "@mui/material/useMediaQuery";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ladderQuery } from "../../shared/api/queries";
import type { HorseLadder, StepState } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { ErrorView, Loading } from "../../shared/ui/StateView";
import styles from "./StepPicker.module.css";

interface Option {
  step: string;
  label: string;
  state: StepState;
  why: string;
}

export function optionsOf(ladder: HorseLadder, planned: ReadonlySet<string>): Option[] {
  const exercises = ladder.rungs.flatMap((rung) => rung.exercises);
  const options = new Map(
    exercises.flatMap((exercise) =>
      exercise.stages.map(({ step, name, state, why }) => [
        step,
        { step, label: `${exercise.name}, ${name}`, state, why },
      ]),
    ),
  );
  return ladder.to_choose
    .filter((step) => !planned.has(step))
    .flatMap((step) => options.get(step) ?? []);
}

interface Props {
  horse: string;
  /** What is asked: to add, or to swap which. */
  title: string;
  planned: ReadonlySet<string>;
  onChoose: (step: string) => void;
  onClose: () => void;
}

export function StepPicker({ horse, title, planned, onChoose, onClose }: Props) {
  const ladder = useQuery(ladderQuery(horse));
  const isPhone = useMediaQuery("(max-width: 600px)");
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" fullScreen={isPhone}>
      <DialogTitle>{title}</DialogTitle>
      <DialogContent className={styles.content ?? ""}>
        {ladder.isPending ? <Loading /> : null}
        {ladder.error && !ladder.data ? (
          <ErrorView error={ladder.error} onRetry={() => void ladder.refetch()} />
        ) : null}
        {ladder.data ? (
          <Search options={optionsOf(ladder.data, planned)} onChoose={onChoose} />
        ) : null}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{text.plan.cancel}</Button>
      </DialogActions>
    </Dialog>
  );
}

function Search({ options, onChoose }: { options: Option[]; onChoose: (step: string) => void }) {
  const [typed, setTyped] = useState("");
  return (
    <Autocomplete
      {...text.list}
      open
      autoHighlight
      disablePortal
      options={options}
      groupBy={(one) => text.ladder.states[one.state]}
      inputValue={typed}
      onInputChange={(_, value) => setTyped(value)}
      onChange={(_, chosen) => chosen && onChoose(chosen.step)}
      noOptionsText={text.plan.noSuchStep}
      slotProps={{ popper: { className: styles.list ?? "" } }}
      renderOption={({ key, ...rest }, one) => (
        <li key={one.step} {...rest}>
          <span>
            <strong>{one.label}</strong>
            <span className={styles.why}>{one.why}</span>
          </span>
        </li>
      )}
      renderInput={(params) => <TextField {...params} autoFocus label={text.plan.search} />}
    />
  );
}
