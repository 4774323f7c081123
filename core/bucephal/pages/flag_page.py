"""A horse's flags: what was seen, what to have looked at, what waits; and what can be raised by hand."""

from __future__ import annotations

from pydantic import Field

from bucephal.pages.horse_facts import HorseFacts, horse_facts
from bucephal.pages.horse_welfare import WelfareFlag, welfare_flag
from bucephal.progress import Standing
from bucephal.record import NEEDS_A_VET, ClearedBy, FlagCode, FrozenModel
from bucephal.words import flag_words


class FlagKind(FrozenModel):
    code: FlagCode
    name: str
    say: str = Field(description="What to have looked at.")


class FlagOnThePage(WelfareFlag):
    cleared_by_whom: tuple[ClearedBy, ...] = Field(description="Who may have looked.")
    cleared_words: str = Field(description="When it was cleared, by whom, with what; empty: it is open.")
    only_a_vet: str = Field(description="Said where nobody else may clear it.")


class FlagPage(FrozenModel):
    facts: HorseFacts
    flags: tuple[FlagOnThePage, ...]
    kinds: tuple[FlagKind, ...] = Field(description="What can be raised by hand.")
    none: str = Field(description="Said where no flag was ever raised.")
    limits: str = Field(description="What a flag does not say.")


def flag_page(standing: Standing) -> FlagPage:
    return FlagPage(
        facts=horse_facts(standing),
        flags=tuple(_on_the_page(welfare_flag(standing, flag)) for flag in standing.flags),
        kinds=tuple(
            FlagKind(code=code, name=flag_words.NAMES[code], say=flag_words.SAY[code]) for code in FlagCode
        ),
        none=flag_words.NONE_YET,
        limits=flag_words.LIMITS,
    )


def _on_the_page(flag: WelfareFlag) -> FlagOnThePage:
    by, on = flag.cleared_by, flag.cleared_on
    return FlagOnThePage(
        **dict(flag),
        cleared_by_whom=(ClearedBy.VET,) if flag.code in NEEDS_A_VET else tuple(ClearedBy),
        cleared_words="" if by is None or on is None else flag_words.cleared(on, by, flag.found),
        only_a_vet=flag_words.ONLY_A_VET if flag.needs_a_vet else "",
    )
