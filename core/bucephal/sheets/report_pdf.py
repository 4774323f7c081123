"""An owner's report on paper: A4, some pages of text with its drawings.

Source: ISO 216 for the page.
"""

from __future__ import annotations

from collections.abc import Iterator
from html import escape
from typing import IO, TYPE_CHECKING, Any

from bucephal.pages import OwnerReport, ReportSection
from bucephal.sheets.chart_pdf import charts_row
from bucephal.sheets.paper_fonts import BOLD, REGULAR, load_fonts, printable
from bucephal.sheets.paper_inks import INK, MM_A_POINT
from bucephal.words import report_words

if TYPE_CHECKING:
    from reportlab.lib.styles import ParagraphStyle
    from reportlab.pdfgen.canvas import Canvas

EDGE_MM, FOOT_MM = 18.0, 12.0
_WATER, _SOFT, _RULE = "#17505a", "#33403f", "#cfc6b2"
Story = list[Any]
"""Flowables: reportlab has no type for what all of them are."""


def write_report(report: OwnerReport, out: IO[bytes]) -> None:
    """Writes it as PDF; the same report gives the same file."""
    from reportlab.lib.pagesizes import A4  # half a second to load: only who prints pays it
    from reportlab.platypus import SimpleDocTemplate

    load_fonts()
    edge = EDGE_MM / MM_A_POINT
    document = SimpleDocTemplate(
        out, pagesize=A4, leftMargin=edge, rightMargin=edge, topMargin=edge, bottomMargin=edge + 8,
        title=report.title, author="Bucephal", invariant=1,
    )  # fmt: skip
    foot = _Foot(printable(f"{report.title} · {report.made}"))
    document.build(_story(report, document.width), onFirstPage=foot, onLaterPages=foot)


class _Foot:
    """What stands at the foot of each page."""

    def __init__(self, text: str) -> None:
        self._text = text

    def __call__(self, canvas: Canvas, document: Any) -> None:
        canvas.saveState()
        canvas.setFont(REGULAR, 8.5)
        canvas.setFillColor(_SOFT)
        y = FOOT_MM / MM_A_POINT
        canvas.drawString(document.leftMargin, y, self._text)
        canvas.drawRightString(
            document.pagesize[0] - document.rightMargin, y, report_words.page(canvas.getPageNumber())
        )
        canvas.restoreState()


def _story(report: OwnerReport, width: float) -> Story:
    from reportlab.platypus import HRFlowable, Paragraph, Spacer

    styles = _styles()
    facts = " &nbsp;·&nbsp; ".join(f"{_text(one.name)}: <b>{_text(one.words)}</b>" for one in report.head)
    story: Story = [
        Paragraph(_text(report.title), styles["title"]),
        Paragraph(facts, styles["body"]),
        HRFlowable(width="100%", thickness=1.4, color=_WATER, spaceBefore=6, spaceAfter=4),
    ]
    if report.paragraph:
        story += [
            Paragraph(_text(line), styles["own"]) for line in report.paragraph.splitlines() if line.strip()
        ]
    for section in report.sections:
        story += _section(section, styles, width)
    story += [Spacer(1, 6), HRFlowable(width="100%", thickness=0.6, color=_RULE, spaceAfter=2)]
    story += [Paragraph(_text(one), styles["small"]) for one in report.closing]
    return story


def _section(section: ReportSection, styles: dict[str, ParagraphStyle], width: float) -> Story:
    """The heading keeps to what comes after it, and each row of drawings to itself."""
    from reportlab.platypus import KeepTogether, Paragraph

    parts: Story = [Paragraph(_text(one), styles["body"]) for one in section.sentences]
    parts += [Paragraph(_text(one), styles["item"], bulletText="•") for one in section.items]
    head = Paragraph(_text(section.title), styles["head"])
    rows = list(charts_row(section.charts, width, styles["small"]))
    if not parts:
        return [KeepTogether([head, *rows])]
    if rows and len(section.items) == 0:
        return [KeepTogether([head, *parts, rows[0]]), *rows[1:]]
    return [KeepTogether([head, parts[0]]), *parts[1:], *rows]


def _styles() -> dict[str, ParagraphStyle]:
    return dict(_each_style())


def _each_style() -> Iterator[tuple[str, ParagraphStyle]]:
    from reportlab.lib.styles import ParagraphStyle

    base = ParagraphStyle("base", fontName=REGULAR, fontSize=10.5, leading=14, textColor=INK)
    base_bold = {"parent": base, "fontName": BOLD}
    yield "body", ParagraphStyle("body", parent=base, spaceAfter=3)
    yield "item", ParagraphStyle("item", parent=base, leftIndent=12, bulletIndent=2, spaceAfter=2)
    yield "small", ParagraphStyle("small", parent=base, fontSize=8.5, leading=11, textColor=_SOFT)
    yield (
        "title",
        ParagraphStyle("title", fontSize=19, leading=24, textColor=_WATER, spaceAfter=4, **base_bold),
    )
    yield "head", ParagraphStyle("head", fontSize=12.5, leading=16, spaceBefore=9, spaceAfter=3, **base_bold)
    yield "own", ParagraphStyle(
        "own", parent=base, leftIndent=10, borderPadding=(0, 0, 0, 6), spaceBefore=3, spaceAfter=3,
        fontSize=11, leading=15, textColor=_WATER,
    )  # fmt: skip


def _text(text: str) -> str:
    """As reportlab's paragraphs take it: their marks are no marks here."""
    return escape(printable(text), quote=False)
