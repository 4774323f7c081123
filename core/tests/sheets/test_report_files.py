"""An owner's report as a file: four pages of A4 at most, no script, nothing that could be taken for markup."""

from __future__ import annotations

import re
from datetime import date
from io import BytesIO
from xml.etree import ElementTree

import pdfplumber
import pytest
from bucephal.charts import Chart
from bucephal.ladder import Catalogue
from bucephal.pages import OwnerReport, ReportWish, owner_report
from bucephal.record import read_record
from bucephal.sheets import report_html, write_report
from bucephal.sheets.chart_svg import chart_svg
from tests.golden.golden import NAMES, record_file

ON = date(2026, 6, 15)
NASTY = 'Ash & <b onclick="x">"Wren"</b>\nsecond line </blockquote><script>alert(1)</script>'
A4_PT = (595.28, 841.89)
"""ISO 216: 210 x 297 mm at 72 points an inch."""


def report_of(name: str, catalogue: Catalogue, paragraph: str = "") -> OwnerReport:
    record = read_record(record_file(name).read_text(encoding="utf-8"), catalogue, ON)
    wish = ReportWish(first=date(2026, 4, 20), last=ON, paragraph=paragraph)
    return owner_report(record, catalogue, wish, ON)


def pdf_of(report: OwnerReport) -> bytes:
    out = BytesIO()
    write_report(report, out)
    return out.getvalue()


def charts_of(report: OwnerReport) -> list[Chart]:
    return [chart for section in report.sections for chart in section.charts]


@pytest.mark.parametrize("name", NAMES)
def test_on_paper_it_is_four_pages_at_most_with_all_that_is_said(name: str, catalogue: Catalogue) -> None:
    report = report_of(name, catalogue, "He waits at the block.")
    with pdfplumber.open(BytesIO(pdf_of(report))) as pdf:
        assert 1 <= len(pdf.pages) <= 4
        for page in pdf.pages:
            assert (page.width, page.height) == pytest.approx(A4_PT, abs=0.1)
            for word in page.extract_words():
                assert 0 < word["x0"] <= word["x1"] < page.width
                assert 0 < word["top"] < word["bottom"] < page.height
        said = " ".join(re.sub(r"\s+", " ", page.extract_text()) for page in pdf.pages)
    for section in report.sections:
        assert section.title in said
        for sentence in section.sentences:
            assert sentence.split(".")[0][:40] in said, sentence
    assert "He waits at the block." in said
    assert "?" not in said


def test_the_same_report_is_the_same_file(catalogue: Catalogue) -> None:
    assert pdf_of(report_of("pipit", catalogue)) == pdf_of(report_of("pipit", catalogue))


def test_own_words_come_out_as_words(catalogue: Catalogue) -> None:
    report = report_of("pipit", catalogue, NASTY)
    page = report_html(report)
    assert "<script" not in page
    assert "onclick=&quot;x&quot;" in page
    with pdfplumber.open(BytesIO(pdf_of(report))) as pdf:
        assert '<b onclick="x">' in pdf.pages[0].extract_text()


def test_a_page_has_one_heading_of_each_section_and_loads_nothing(catalogue: Catalogue) -> None:
    report = report_of("harrow", catalogue)
    page = report_html(report, paper="/reports/x.pdf")
    assert re.findall(r"<h2>(.*?)</h2>", page) == [one.title for one in report.sections]
    assert page.count("<h1>") == 1
    outside = re.findall(r'(?:src|href)="([^"]*)"', page)
    assert outside == ["/reports/x.pdf"]
    assert not re.search(r"url\((?!#)", page)


@pytest.mark.parametrize("name", NAMES)
def test_every_drawing_is_svg_that_parses_with_its_words(name: str, catalogue: Catalogue) -> None:
    """W3C, Scalable Vector Graphics 1.1: a root named svg, a title, a description."""
    for chart in charts_of(report_of(name, catalogue)):
        if chart.drawing is None:
            assert chart_svg(chart) == ""
            continue
        root = ElementTree.fromstring(chart_svg(chart))  # noqa: S314 - our own
        assert root.tag == "{http://www.w3.org/2000/svg}svg"
        names = {one.tag.rpartition("}")[2]: one.text for one in root[:2]}
        assert names == {"title": chart.title, "desc": chart.words}
        marks = [one for one in root.iter() if one.tag.endswith(("circle", "rect", "polyline", "polygon"))]
        assert len(marks) >= len(chart.drawing.bars) + len(chart.drawing.strokes)
