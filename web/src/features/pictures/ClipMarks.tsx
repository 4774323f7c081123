// Moments of a clip with what is seen there: a tap goes to one, and the one that is seen now can be marked.
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type RefObject, useState } from "react";
import { api } from "../../shared/api/client";
import type { PictureView } from "../../shared/api/types";
import { pictures as words } from "../../shared/text/en.sheet";
import { May } from "../../shared/ui/May";
import { ProblemList } from "../../shared/ui/Problems";
import styles from "./Pictures.module.css";

interface Props {
  horse: string;
  picture: PictureView;
  video: RefObject<HTMLVideoElement | null>;
}

type Mark = PictureView["marks"][number];

export function ClipMarks({ horse, picture, video }: Props) {
  const [said, setSaid] = useState("");
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: (marks: Mark[]) =>
      api.put("/api/horses/{horse_id}/pictures/{picture_id}/marks", {
        params: { path: { horse_id: horse, picture_id: picture.id } },
        body: { marks },
      }),
    onSuccess: async () => {
      setSaid("");
      await queries.invalidateQueries({ queryKey: ["pictures", horse] });
    },
  });
  const go = (at: number) => {
    if (video.current) video.current.currentTime = at;
  };
  const mark = () => {
    const at_s = Math.round((video.current?.currentTime ?? 0) * 10) / 10;
    save.mutate([...picture.marks, { at_s, words: said.trim() }]);
  };
  return (
    <div className={styles.marks}>
      <ol>
        {picture.marks.map((one) => (
          <li key={`${one.at_s}${one.words}`}>
            <Button size="small" onClick={() => go(one.at_s)}>
              {words.seconds(one.at_s)} {one.words}
            </Button>
            <May to="log">
              <Button
                size="small"
                aria-label={words.dropMark(one.words)}
                onClick={() => save.mutate(picture.marks.filter((other) => other !== one))}
              >
                ×
              </Button>
            </May>
          </li>
        ))}
      </ol>
      <May to="log">
        <div className={styles.adding}>
          <TextField
            fullWidth={false}
            size="small"
            label={words.markWords}
            value={said}
            onChange={(event) => setSaid(event.target.value)}
          />
          <Button
            size="small"
            variant="outlined"
            disabled={!said.trim()}
            loading={save.isPending}
            onClick={mark}
          >
            {words.markHere}
          </Button>
        </div>
        <ProblemList error={save.error} lead={words.problems} />
      </May>
    </div>
  );
}
