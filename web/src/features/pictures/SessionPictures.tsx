// Beside a session, and beside single answers of it: pictures and clips, added and seen.
import TextField from "@mui/material/TextField";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../shared/api/client";
import { picturesQuery } from "../../shared/api/queries";
import type { SessionDebrief } from "../../shared/api/types";
import { pictures as words } from "../../shared/text/en.sheet";
import { FileButton } from "../../shared/ui/FileButton";
import { May } from "../../shared/ui/May";
import { ProblemList } from "../../shared/ui/Problems";
import { PictureShown } from "./PictureShown";
import styles from "./Pictures.module.css";

const ACCEPT = "image/jpeg,image/png,image/webp,video/mp4,video/quicktime";
const NATIVE = { inputLabel: { shrink: true }, select: { native: true } } as const;

interface Props {
  horse: string;
  session: string;
  rows: SessionDebrief["rows"];
}

export function SessionPictures({ horse, session, rows }: Props) {
  const found = useQuery(picturesQuery(horse, session));
  const pictures = found.data?.pictures ?? [];
  return (
    <section className={styles.pictures}>
      <h2>{words.title}</h2>
      {pictures.length === 0 ? null : (
        <>
          <ul className={styles.grid}>
            {pictures.map((one) => (
              <li key={one.id}>
                <PictureShown horse={horse} picture={one} />
              </li>
            ))}
          </ul>
          <Link to={`/horses/${horse}/pictures`}>{words.beside}</Link>
        </>
      )}
      <May to="log">
        <AddPicture horse={horse} session={session} rows={rows} />
      </May>
    </section>
  );
}

function AddPicture({ horse, session, rows }: Props) {
  const [ask, setAsk] = useState("");
  const queries = useQueryClient();
  const add = useMutation({
    mutationFn: (file: File) =>
      api.post("/api/horses/{horse_id}/pictures", {
        params: { path: { horse_id: horse }, query: { session, ...(ask ? { ask } : {}) } },
        body: file,
      }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["pictures", horse] }),
  });
  return (
    <>
      <p className={styles.soft}>{words.lead}</p>
      <div className={styles.adding}>
        <TextField
          select
          fullWidth={false}
          size="small"
          label={words.of}
          value={ask}
          slotProps={NATIVE}
          onChange={(event) => setAsk(event.target.value)}
        >
          <option value="">{words.session}</option>
          {rows.map((row) => (
            <optgroup key={row.step + row.side} label={rowName(row)}>
              {row.asks.map((one, n) =>
                one.ask.id ? (
                  <option key={one.ask.id} value={one.ask.id}>
                    {words.answer(rowName(row), n + 1, one.words)}
                  </option>
                ) : null,
              )}
            </optgroup>
          ))}
        </TextField>
        <FileButton
          label={words.add}
          accept={ACCEPT}
          isBusy={add.isPending}
          onFile={(file) => add.mutate(file)}
        />
      </div>
      <ProblemList error={add.error} lead={words.problems} />
    </>
  );
}

const rowName = (row: SessionDebrief["rows"][number]) =>
  row.side === "none" ? row.name : `${row.name}, ${row.side}`;
