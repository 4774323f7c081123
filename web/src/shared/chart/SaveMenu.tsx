// What is drawn as a file: the picture as vectors or points, and the figures behind it.
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { type RefObject, useState } from "react";
import type { ChartTable } from "../api/types";
import { chart as words } from "../text/en.sheet";
import { saveFile } from "../ui/download";
import { asCsv, asPng, asSvg } from "./chartFiles";

interface Props {
  /** Of the file, without its ending. */
  name: string;
  title: string;
  table: ChartTable;
  /** Where the picture is, while it is shown. */
  box: RefObject<HTMLElement | null>;
}

export function SaveMenu({ name, title, table, box }: Props) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const svg = at ? (box.current?.querySelector("svg") ?? null) : null;
  const save = (ending: string, made: Promise<Blob> | Blob) => {
    setAt(null);
    void Promise.resolve(made).then((blob) => saveFile(`${name}.${ending}`, blob));
  };
  return (
    <>
      <Button
        size="small"
        aria-haspopup="menu"
        aria-label={words.saveAs(title)}
        onClick={(event) => setAt(event.currentTarget)}
      >
        {words.save}
      </Button>
      <Menu anchorEl={at} open={Boolean(at)} onClose={() => setAt(null)}>
        {svg ? <MenuItem onClick={() => save("svg", asSvg(svg))}>{words.svg}</MenuItem> : null}
        {svg ? <MenuItem onClick={() => save("png", asPng(svg))}>{words.png}</MenuItem> : null}
        <MenuItem onClick={() => save("csv", asCsv(table))}>{words.csv}</MenuItem>
      </Menu>
    </>
  );
}
