// A drawing on the page as a file that looks like it anywhere, and its table as figures.
import type { ChartTable } from "../api/types";

/** What a shape takes from the page's styles: written onto it, since a file has none of them. */
const STYLE = [
  "fill",
  "fill-opacity",
  "opacity",
  "stroke",
  "stroke-width",
  "stroke-dasharray",
  "stroke-linecap",
  "font-family",
  "font-size",
  "font-weight",
  "text-anchor",
];
const PNG_SCALE = 3;
const PLAIN = /^(none|normal|auto|1|butt|start|0px)$/;

export async function asSvg(svg: SVGSVGElement): Promise<Blob> {
  return new Blob([await written(svg)], { type: "image/svg+xml" });
}

export async function asPng(svg: SVGSVGElement): Promise<Blob> {
  const { width, height } = svg.viewBox.baseVal;
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(await written(svg))}`;
  await image.decode();
  const canvas = document.createElement("canvas");
  canvas.width = width * PNG_SCALE;
  canvas.height = height * PNG_SCALE;
  const paint = canvas.getContext("2d");
  if (!paint) throw new Error("this browser paints no pictures");
  paint.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((done, failed) => {
    canvas.toBlob(
      (blob) => (blob ? done(blob) : failed(new Error("no picture came"))),
      "image/png",
    );
  });
}

/** Source: RFC 4180. A cell that a spreadsheet would take for a formula is begun with an apostrophe. */
export function asCsv(table: ChartTable): Blob {
  const rows = [table.columns, ...table.rows.map((row) => row.cells)];
  const lines = rows.map((row) => row.map(cell).join(","));
  return new Blob([`${lines.join("\r\n")}\r\n`], { type: "text/csv;charset=utf-8" });
}

function cell(text: string): string {
  const safe = /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

async function written(svg: SVGSVGElement): Promise<string> {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const shown = [svg, ...svg.querySelectorAll<SVGElement>("*")];
  const copied = [copy, ...copy.querySelectorAll<SVGElement>("*")];
  shown.forEach((one, n) => {
    const style = getComputedStyle(one);
    const target = copied[n];
    if (!target) return;
    target.removeAttribute("class");
    for (const name of STYLE) {
      const value = style.getPropertyValue(name);
      if (value && !PLAIN.test(value)) target.setAttribute(name, value);
      if (name === "fill" && value === "none") target.setAttribute(name, value);
    }
  });
  const { width, height } = svg.viewBox.baseVal;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", String(width));
  copy.setAttribute("height", String(height));
  const paper = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  paper.setAttribute("width", "100%");
  paper.setAttribute("height", "100%");
  paper.setAttribute("fill", getComputedStyle(document.body).backgroundColor);
  copy.prepend(paper);
  const font = await ownFont();
  if (font) {
    const type = document.createElementNS("http://www.w3.org/2000/svg", "style");
    type.textContent = font;
    copy.prepend(type);
  }
  return new XMLSerializer().serializeToString(copy);
}

const FAMILY = "Atkinson Hyperlegible Next Variable";

/** The page's own type, so that the file has it with it; null: it was not loaded. */
async function ownFont(): Promise<string | null> {
  const address = addressOfFont();
  if (!address) return null;
  const bytes = new Uint8Array(await (await fetch(address)).arrayBuffer());
  const text = Array.from(bytes, (one) => String.fromCharCode(one)).join("");
  const data = `data:font/woff2;base64,${btoa(text)}`;
  return `@font-face{font-family:"${FAMILY}";font-weight:200 800;src:url(${data}) format("woff2")}`;
}

function addressOfFont(): string | null {
  for (const sheet of document.styleSheets) {
    if (!isOurs(sheet)) continue;
    for (const rule of sheet.cssRules) {
      if (!(rule instanceof CSSFontFaceRule)) continue;
      const isIt = rule.style.getPropertyValue("font-family").includes(FAMILY);
      const isLatin = rule.style.getPropertyValue("unicode-range").startsWith("U+0-FF");
      const found = /url\("?([^")]+)"?\)/.exec(rule.style.getPropertyValue("src"))?.[1];
      if (isIt && isLatin && found) return new URL(found, sheet.href ?? location.href).href;
    }
  }
  return null;
}

function isOurs(sheet: CSSStyleSheet): boolean {
  return !sheet.href || sheet.href.startsWith(location.origin);
}
