// A place is drawn, or changed: its size, letters, what is fixed there, where home lies.
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate, useParams } from "react-router";
import { api } from "../../shared/api/client";
import { groundQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import type { YardPlace } from "../../shared/api/types";
import { Form, useDraftForm } from "../../shared/form";
import { text } from "../../shared/text/en";
import { placeForm } from "../../shared/text/en.ground";
import { differences } from "../../shared/ui/differences";
import { May } from "../../shared/ui/May";
import { Overtaken } from "../../shared/ui/Overtaken";
import { ProblemList } from "../../shared/ui/Problems";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import { FromFile } from "./FromFile";
import { PlaceActions } from "./PlaceActions";
import { PlaceFields } from "./PlaceFields";
import styles from "./PlacePage.module.css";
import { asSent, newPlace, type PlaceTyped, typedOf } from "./placeForm";

const NEW = "new";

export default function PlacePage() {
  const { place = NEW } = useParams();
  const ground = useQuery(groundQuery);
  if (ground.isPending) return <Loading />;
  if (!ground.data) return <ErrorView error={ground.error} onRetry={() => void ground.refetch()} />;
  const own = ground.data.places.filter((one) => one.is_yards);
  const known = own.find((one) => one.id === place);
  if (place !== NEW && !known) return <Empty>{text.state.noPage}</Empty>;
  return (
    <May to="change" otherwise={<Empty>{text.state.notYours}</Empty>}>
      <PlaceForm key={known?.edition ?? NEW} known={known} isUsual={own[0]?.id === place} />
    </May>
  );
}

interface Props {
  known: YardPlace | undefined;
  /** Are plans laid out in it? */
  isUsual: boolean;
}

function PlaceForm({ known, isUsual }: Props) {
  const initial = known ? typedOf(known.place) : newPlace;
  const kept = useDraftForm<PlaceTyped>(`place-form:${known?.id ?? NEW}`, initial);
  const { form, draft, isReady, done, startOver } = kept;
  const save = useSave(known, done);
  if (!isReady) return <Loading />;
  const submit = (edition: string | null) => save.mutate({ typed: form.getValues(), edition });
  return (
    <Form
      form={form}
      draft={draft}
      error={save.error}
      onSubmit={() => submit(known?.edition ?? null)}
      className={styles.form}
    >
      <h1>{known ? placeForm.editTitle(known.place.name ?? "") : placeForm.addTitle}</h1>
      <FromFile onRead={(place) => form.reset(typedOf(place))} />
      <PlaceFields />
      <ProblemList error={save.error} lead={placeForm.notSaved} />
      <Overtaken
        error={save.error}
        differing={(now) =>
          differences(form.getValues(), typedOf((now as YardPlace).place), FIELD_NAMES)
        }
        onMine={() => submit(null)}
        startOver={startOver}
      />
      <div>
        <Button type="submit" variant="contained" size="large" disabled={save.isPending}>
          {placeForm.save}
        </Button>
      </div>
      {known ? <PlaceActions place={known} isUsual={isUsual} /> : null}
    </Form>
  );
}

const FIELD_NAMES = {
  name: placeForm.name,
  shape: placeForm.shape,
  width: placeForm.width,
  length: placeForm.length,
  across: placeForm.across,
  letters: placeForm.letters,
  corners: placeForm.corners,
  things: placeForm.things,
  home_across: placeForm.homeAcross,
  home_along: placeForm.homeAlong,
};

interface Sent {
  typed: PlaceTyped;
  edition: string | null;
}

function useSave(known: YardPlace | undefined, done: () => Promise<void>) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: ({ typed, edition }: Sent) => {
      const body = { place: asSent(typed), edition };
      return known
        ? api.put("/api/ground/places/{place_id}", {
            params: { path: { place_id: known.id } },
            body,
          })
        : api.post("/api/ground/places", { body });
    },
    onSuccess: async (saved) => {
      await done();
      await everythingChanged(queries);
      void navigate(`/ground?place=${saved.id}`);
    },
  });
}
