// What is done with a place as a whole: plans are laid out in it, it goes out as a file, it is taken away.
import Button from "@mui/material/Button";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api } from "../../shared/api/client";
import { everythingChanged } from "../../shared/api/queryClient";
import type { YardPlace } from "../../shared/api/types";
import { placeForm } from "../../shared/text/en.ground";
import { ProblemList } from "../../shared/ui/Problems";
import { Surely } from "../../shared/ui/Surely";
import styles from "./PlacePage.module.css";

interface Props {
  place: YardPlace;
  isUsual: boolean;
}

export function PlaceActions({ place, isUsual }: Props) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const of = { params: { path: { place_id: place.id } } };
  const usual = useMutation({
    mutationFn: () => api.post("/api/ground/places/{place_id}/usual", of),
    onSuccess: () => everythingChanged(queries),
  });
  const remove = useMutation({
    mutationFn: () => api.post("/api/ground/places/{place_id}/remove", of),
    onSuccess: async () => {
      await everythingChanged(queries);
      void navigate("/ground");
    },
  });
  return (
    <div className={styles.actions}>
      {isUsual ? (
        <p>{placeForm.usualNow}</p>
      ) : (
        <Button variant="outlined" disabled={usual.isPending} onClick={() => usual.mutate()}>
          {placeForm.makeUsual}
        </Button>
      )}
      <Button component="a" href={`/api/ground/places/${place.id}/geojson`} download>
        {placeForm.toFile}
      </Button>
      <Surely
        label={placeForm.removePlace}
        help={placeForm.removeLead}
        sure={placeForm.removeSure}
        isBusy={remove.isPending}
        onSure={() => remove.mutate()}
      />
      <ProblemList error={usual.error ?? remove.error} lead={placeForm.notSaved} />
    </div>
  );
}
