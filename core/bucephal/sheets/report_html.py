"""An owner's report as one page of HTML: with nothing to load, and no script."""

from __future__ import annotations

from base64 import b64encode
from collections.abc import Iterator
from hashlib import sha256
from html import escape

from bucephal.charts import Chart
from bucephal.pages import OwnerReport, ReportSection
from bucephal.sheets.chart_svg import chart_svg, key_svg
from bucephal.words import reports as words

STYLE = """
:root { color-scheme: light }
body { font: 1.05rem/1.5 'Atkinson Hyperlegible Next', system-ui, sans-serif; color: #1c2b2d;
  background: #f7f3ea; margin: 0 auto; max-width: 46rem; padding: 1.5rem 1.25rem 3rem }
h1 { font-size: 1.7rem; line-height: 1.2; margin: 0; color: #17505a }
h2 { font-size: 1.2rem; margin: 1.8rem 0 .4rem; border-top: 1px solid #cfc6b2; padding-top: .9rem }
p { margin: .4rem 0 }
dl { display: flex; flex-wrap: wrap; gap: .2rem 1.4rem; margin: .8rem 0 }
dl div { display: flex; gap: .4rem }
dt { color: #4a5658 }
dd { margin: 0; font-weight: 600 }
blockquote { margin: 1rem 0; padding: .2rem 0 .2rem 1rem; border-left: 4px solid #17505a;
  white-space: pre-line }
li { margin: .25rem 0 }
.charts { display: flex; flex-wrap: wrap; gap: 1.2rem }
figure { margin: .8rem 0; flex: 1 1 18rem; max-width: 26rem }
figure > svg { width: 100%; height: auto; display: block }
figcaption { font-size: .9rem; color: #33403f }
.key span { display: inline-flex; align-items: center; gap: .3rem; margin-right: .9rem }
footer { margin-top: 2rem; border-top: 1px solid #cfc6b2; font-size: .9rem; color: #33403f }
@media print { body { background: #fff; padding: 0; font-size: 11pt } figure, li { break-inside: avoid }
  h2 { break-after: avoid } }
"""
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
            f'<p><a href="{escape(paper)}">{escape(words.AS_PDF)}</a></p>' if paper else "",
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
