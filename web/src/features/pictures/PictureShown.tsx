// One picture or clip with its day and what is done in it; a clip with its marked moments.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type RefObject, useRef } from "react";
import { api } from "../../shared/api/client";
import type { PictureView } from "../../shared/api/types";
import { pictures as words } from "../../shared/text/en.sheet";
import { May } from "../../shared/ui/May";
import { Surely } from "../../shared/ui/Surely";
import { ClipMarks } from "./ClipMarks";
import styles from "./Pictures.module.css";
import { fileOf, nameOf } from "./pictureName";

interface Props {
  horse: string;
  picture: PictureView;
  /** As large as there is room for. */
  large?: boolean;
  /** The player, for whoever plays two at once. */
  player?: RefObject<HTMLVideoElement | null>;
}

export function PictureShown({ horse, picture, large = false, player }: Props) {
  const own = useRef<HTMLVideoElement>(null);
  const video = player ?? own;
  const name = nameOf(picture);
  return (
    <figure className={styles.shown}>
      {picture.is_clip ? (
        // biome-ignore lint/a11y/useMediaCaption: a horse at work; what is seen stands in the marks
        <video
          ref={video}
          className={styles.media}
          src={fileOf(horse, picture)}
          controls
          playsInline
          preload="metadata"
          aria-label={name}
        />
      ) : (
        <a href={fileOf(horse, picture)} aria-label={words.open(name)}>
          <img className={styles.media} src={fileOf(horse, picture, !large)} alt={name} />
        </a>
      )}
      <figcaption>{name}</figcaption>
      {picture.is_clip ? <ClipMarks horse={horse} picture={picture} video={video} /> : null}
      <May to="change">
        <Remove horse={horse} picture={picture} />
      </May>
    </figure>
  );
}

function Remove({ horse, picture }: { horse: string; picture: PictureView }) {
  const queries = useQueryClient();
  const remove = useMutation({
    mutationFn: () =>
      api.post("/api/horses/{horse_id}/pictures/{picture_id}/remove", {
        params: { path: { horse_id: horse, picture_id: picture.id } },
      }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["pictures", horse] }),
  });
  return (
    <Surely
      label={words.remove}
      help={words.removeHelp}
      sure={words.sure}
      isBusy={remove.isPending}
      onSure={() => remove.mutate()}
    />
  );
}
