"""The calibration as a page of tables."""

from __future__ import annotations

from bucephal.lab.calibration.baseline_predictors import BASELINES, LAST_FIVE
from bucephal.lab.calibration.claims import MODEL, ORACLE, Calibration, Reliability, WayScore
from bucephal.words.figures import FAIRLY_SURE_FROM, SURE_FROM

LIMITS = """\
Virtual horses are an assumption: nobody has checked that real ones answer like them. They were
drawn with seeds of their own, nothing of the model was tuned on them, and they break its
assumptions on purpose (moods that last into the next day, plateaus and set-backs, insects, wind,
tiring when drilled, warming up and forgetting of each horse's own). What they share with it: equal
steps between levels, and a trainer who starts at the lightest and logs everything.

Where the herd stands was decided with other seeds than the one below: learning, forgetting, warming
up, moods, scatter and the share of asks that tell nothing lie in the middle where the design says
that horses lie, and vary widely about it. A herd that learns twice as fast, which was tried on the
way, is foretold too slowly: its 80 % intervals hold about 69 %, its forecast intervals about half.

A yard's own records can be put to the same test, all but what needs the truth to be known:

```
bucephal calibrate horse-1.json horse-2.json ...
```
"""


MISSED = """\
Where a target is missed, the table says by how much. Wrongly confirmed comes out above the 5 to 11 %
of the horses on which the rule was chosen. Those it happens to are moodier than the rest of the herd
(sd of a day's mood 0.73 levels against 0.60) and their first ask of a day is heavier (1.27 levels
against 1.05; the model takes 1.1 for all), measured on 400 horses of another seed; most of them lie
between 70 and 80 %. A confirmed step is checked again in later plans and slips by itself when first
answers turn heavy.

What is new about a question becomes clear to these horses within the session (some 0.8 of a level, of which
most stays): faster than the model lets a level move. So the level's interval is too narrow in the first
asks of a cue, until that is over.
"""


VERDICT = {True: "held", False: "**missed**", None: "–"}


def as_markdown(found: Calibration, title: str, how: str) -> str:
    """The whole page; ``how`` says when and by which command it was made."""
    parts = [
        f"# {title}", "", how, LIMITS, *_ways(found), *_targets(found), *_sure(found), *_reliability(found)
    ]  # fmt: skip
    return "\n".join(parts).rstrip() + "\n"


def _ways(found: Calibration) -> list[str]:
    lines = [
        f"## Is the next ask in the band? {found.asks} asks of {found.horses} horses",
        "",
        "Lower is better.",
        "",
        "| way | log loss | first ask of a day | Brier | first ask of a day |",
        "| --- | --- | --- | --- | --- |",
    ]
    for one in found.ways:
        name = f"**{one.way}**" if one.way == MODEL else one.way
        lines.append(
            f"| {name} | {one.log_loss:.3f} | {one.log_loss_first:.3f} "
            f"| {one.brier:.3f} | {one.brier_first:.3f} |"
        )
    return [*lines, "", *halfway_words(found), ""]


def halfway_words(found: Calibration) -> list[str]:
    """How far the model comes from 'last five' to the one who knows the horse."""
    by_way = {one.way: one for one in found.ways}
    if not {MODEL, ORACLE, LAST_FIVE} <= by_way.keys():
        return []
    every, first = (_way_gone(by_way, kind) for kind in ("log_loss", "log_loss_first"))
    best = all(by_way[MODEL].log_loss < by_way[way].log_loss for way in BASELINES)
    return [
        f"{'Better' if best else 'Not better'} than every simple way. From 'last five' to the oracle, who "
        f"knows the horse and its mood, the model goes {every:.0%} of the way on all asks and {first:.0%} on "
        "first asks (wanted: at least 50 %)."
    ]  # fmt: skip


def _way_gone(by_way: dict[str, WayScore], kind: str) -> float:
    simple, own, oracle = (getattr(by_way[way], kind) for way in (LAST_FIVE, MODEL, ORACLE))
    return float((simple - own) / (simple - oracle))


def _targets(found: Calibration) -> list[str]:
    lines = ["## What was claimed, and how often it was so", "", "| what | cases | was so | wanted | |",
             "| --- | --- | --- | --- | --- |"]  # fmt: skip
    for rate in found.rates:
        share = f"{rate.share:.1%}" if rate.share is not None else "–"
        lines.append(f"| {rate.what} | {rate.cases} | {share} | {rate.wanted} | {VERDICT[rate.met]} |")
    if any(rate.met is False for rate in found.rates):
        lines += ["", MISSED]
    return [*lines, ""]


SURE_WORDS = f"""\
A sentence says 'sure' from a chance of {SURE_FROM:.2f} on, 'fairly sure' from {FAIRLY_SURE_FROM:.2f} on,
and below that 'cannot tell yet'. Of what was said in each word, so much was so:
"""


def _sure(found: Calibration) -> list[str]:
    if not found.said_sure:
        return []
    head = "| of what | said | cases | was so | wanted | |"
    lines = ["## Sure, fairly sure, cannot tell yet", "", SURE_WORDS, head, "| --- " * 6 + "|"]
    for one in found.said_sure:
        was_so = f"{one.was_so:.1%}" if one.was_so is not None else "–"
        wanted = f"at least {one.wanted:.0%}" if one.wanted is not None else "–"
        lines.append(f"| {one.what} | {one.said} | {one.cases} | {was_so} | {wanted} | {VERDICT[one.met]} |")
    return [*lines, ""]


def _reliability(found: Calibration) -> list[str]:
    lines = ["## Said and happened", ""]
    for what in dict.fromkeys(row.what for row in found.reliability):
        rows = [row for row in found.reliability if row.what == what and row.claims]
        lines += [f"### {what.capitalize()}", "", "| said | on average | happened | claims |",
                  "| --- | --- | --- | --- |", *map(_reliability_line, rows), ""]  # fmt: skip
    return lines


def _reliability_line(row: Reliability) -> str:
    return f"| {row.said_low:.2f}–{row.said_high:.2f} | {row.said:.3f} | {row.happened:.3f} | {row.claims} |"
