// What is tapped for an answer: the wedge, with what else a step is taken down by, and the chips that say more of it.
import type { AnswerChoiceRow, PackItem } from "../../shared/api/types";
import { PressureWedge } from "../../shared/drawing/PressureWedge";
import { text } from "../../shared/text/en";
import { taking } from "../../shared/text/en.taking";
import { Chip } from "./Chip";
import type { CoachEntry } from "./coachPlayer";
import { Choices, Turning } from "./inputs/ChoiceRows";
import {
  CalmClock,
  type InputProps,
  LetGoClock,
  RideClock,
  StandingClock,
  StationClock,
  StridesPad,
} from "./inputs/TakenWith";
import { ThreeButtons } from "./inputs/ThreeButtons";
import { LeadChips } from "./LeadChips";
import styles from "./RingPage.module.css";
import type { More, RingDraft } from "./ringDraft";
import { lastAnswer } from "./ringSession";
import { armedWords, chosenNow, leadOf, type PackLead } from "./ringTaps";
import { SpookStrip } from "./SpookStrip";
import type { Ring } from "./useRing";
import type { RingTaps } from "./useRingTaps";
import { useThreeButtons } from "./useThreeButtons";

interface Props {
  draft: RingDraft;
  ring: Ring;
  pack: PackItem;
  leads: PackLead[];
  taps: RingTaps;
  onMore: () => void;
}

export function RingHear({ draft, ring, pack, leads, taps, onMore }: Props) {
  const { armed } = taps;
  const given = lastAnswer(draft);
  return (
    <section className={styles.hear}>
      <SpookStrip draft={draft} ring={ring} />
      <div className={styles.bars}>
        <Bars draft={draft} pack={pack} taps={taps} />
      </div>
      <Measuring draft={draft} ring={ring} pack={pack} taps={taps} />
      {leads.length > 0 ? (
        <LeadChips
          leads={leads}
          shown={given ? (given.lead ?? null) : leadOf(armed.lead ?? null)}
          onChoose={taps.chooseLead}
        />
      ) : null}
      <Rows draft={draft} pack={pack} taps={taps} />
      <Chips wedge={pack.wedge} taps={taps} onMore={onMore} />
    </section>
  );
}

type PartProps = Pick<Props, "draft" | "pack" | "taps">;

function Bars({ draft, pack, taps }: PartProps) {
  const { armed } = taps;
  const [isThree] = useThreeButtons();
  const { bars, band, legend, legend_none, none, coarse } = pack.wedge;
  const hint = armedWords(armed, pack, draft);
  if (isThree && coarse) {
    const onSay = (part: Partial<CoachEntry>) => taps.tap(null, part);
    const legend = hint === text.ring.answeredHelp ? taking.three : hint;
    return <ThreeButtons coarse={coarse} none={none} legend={legend} onSay={onSay} />;
  }
  return (
    <PressureWedge
      choices={bars}
      bandLabel={band}
      onChoose={(place) => taps.tap(bars[place] ?? null)}
      legend={armed.none ? legend_none : legend}
      hint={hint}
    />
  );
}

const INPUTS = {
  clock: StandingClock,
  "ride-clock": RideClock,
  "calm-clock": CalmClock,
  strides: StridesPad,
  station: StationClock,
  corners: null,
} satisfies Record<
  NonNullable<PackItem["wedge"]["taken_with"]>,
  ((props: InputProps) => React.ReactNode) | null
>;

/** The clock or the pad that a step is measured with. */
function Measuring({ draft, ring, pack, taps }: PartProps & { ring: Ring }) {
  const { timed, taken_with = null } = pack.wedge;
  const common = { draft, ring, onLog: (part: Partial<CoachEntry>) => taps.tap(null, part) };
  if (timed) {
    const strength = lastAnswer(draft)?.strength ?? null;
    const bar = pack.wedge.bars.find((one) => one.strength === strength) ?? null;
    return (
      <LetGoClock
        {...common}
        onLog={(part) => taps.tap(bar, part)}
        onNot={() => taps.tap(bar, { answered: false, let_go_s: null })}
      />
    );
  }
  const Input = taken_with && INPUTS[taken_with];
  if (!Input) return null;
  return (
    <div className={styles.measuring}>
      <Input {...common} />
    </div>
  );
}

/** What is chosen beside the bar, and what the yard wants to be asked of every answer. */
function Rows({ draft, pack, taps }: PartProps) {
  const chosen = chosenNow(draft, pack, taps.armed);
  const given = lastAnswer(draft);
  const part = (row: AnswerChoiceRow) => ({
    row,
    said: row.at_once || !given ? chosen : (given.more ?? {}),
    onChoose: (sets: More) => taps.choose(row, sets),
  });
  const rows = pack.wedge.rows ?? [];
  const { also } = draft.pack;
  return (
    <>
      {rows.length > 0 ? (
        <div className={styles.rows}>
          {rows.map((row) => (
            <Choices key={row.code} {...part(row)} />
          ))}
        </div>
      ) : null}
      {also.length > 0 ? (
        <div className={styles.also}>
          {also.map((row) => (
            <Turning key={row.code} {...part(row)} />
          ))}
        </div>
      ) : null}
    </>
  );
}

interface ChipsProps {
  wedge: PackItem["wedge"];
  taps: RingTaps;
  onMore: () => void;
}

function Chips({ wedge, taps, onMore }: ChipsProps) {
  const { armed, toggle } = taps;
  const [isThree] = useThreeButtons();
  const words = text.ring.chips;
  return (
    <div className={styles.chips}>
      {isThree && wedge.coarse ? null : (
        <Chip on={armed.none} onClick={() => toggle("none")}>
          {wedge.none}
        </Chip>
      )}
      <Chip on={armed.tight} onClick={() => toggle("tight")}>
        {words.tight}
      </Chip>
      <button
        type="button"
        className={styles.alarm}
        onClick={() => taps.tap(null, { tension: "alarmed" })}
      >
        {words.alarmed}
      </button>
      <Chip on={armed.over} onClick={() => toggle("over")}>
        {words.over}
      </Chip>
      <Chip on={armed.wrong} onClick={() => toggle("wrong")}>
        {words.wrong}
      </Chip>
      <Chip on={Boolean(armed.faults?.length)} onClick={onMore}>
        {words.more} …
      </Chip>
    </div>
  );
}
