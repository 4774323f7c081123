"""An owner's report as one page of HTML: with nothing to load, and no script."""

from __future__ import annotations

from base64 import b64encode
from collections.abc import Iterator
from hashlib import sha256
from html import escape
from importlib import resources

from bucephal.charts import Chart
from bucephal.pages import OwnerReport, ReportSection
from bucephal.sheets.chart_svg import chart_svg, key_svg
from bucephal.words import report_words

STYLE = (resources.files("bucephal.sheets") / "report.css").read_text(encoding="utf-8")
STYLE_SOURCE = f"'sha256-{b64encode(sha256(STYLE.encode()).digest()).decode()}'"
"""What a content policy has to allow for the page to have its style."""


def report_html(report: OwnerReport, *, paper: str | None = None) -> str:
    """
    Args:
        paper: where the same is as PDF, if anywhere.
    """
    title = escape(report.title)
    return "".join(
        (
            '<!doctype html><html lang="en"><head><meta charset="utf-8">',
            '<meta name="viewport" content="width=device-width, initial-scale=1">',
            f'<meta name="robots" content="noindex"><title>{title}</title>',
            f"<style>{STYLE}</style></head><body>",
            f"<header><h1>{title}</h1><p>{escape(report.made)}</p>",
            *_head(report),
            "</header><main>",
            f"<blockquote>{escape(report.paragraph)}</blockquote>" if report.paragraph else "",
            *(part for section in report.sections for part in _section(section)),
            "</main><footer>",
            *(f"<p>{escape(one)}</p>" for one in report.closing),
            f'<p><a href="{escape(paper)}">{escape(report_words.AS_PDF)}</a></p>' if paper else "",
            "</footer></body></html>\n",
        )
    )


def _head(report: OwnerReport) -> Iterator[str]:
    yield "<dl>"
    for one in report.head:
        yield f"<div><dt>{escape(one.name)}</dt><dd>{escape(one.words)}</dd></div>"
    yield "</dl>"


def _section(section: ReportSection) -> Iterator[str]:
    yield f'<section id="{section.code}"><h2>{escape(section.title)}</h2>'
    yield from (f"<p>{escape(one)}</p>" for one in section.sentences)
    if section.items:
        yield f"<ul>{''.join(f'<li>{escape(one)}</li>' for one in section.items)}</ul>"
    if section.charts:
        yield f'<div class="charts">{"".join(map(_figure, section.charts))}</div>'
    yield "</section>"


def _figure(chart: Chart) -> str:
    keys = "".join(
        f"<span>{key_svg(one.shade, str(one.shape))} {escape(one.words)}</span>" for one in chart.key
    )
    key = f'<div class="key">{keys}</div>' if keys else ""
    caption = f"<figcaption><strong>{escape(chart.title)}</strong>{key}</figcaption>"
    return f"<figure>{chart_svg(chart)}{caption}</figure>"
