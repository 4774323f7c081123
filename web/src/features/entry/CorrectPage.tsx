// A past session, typed anew where it is wrong.
import Button from "@mui/material/Button";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "react-router";
import { api } from "../../shared/api/client";
import { debriefQuery, writtenQuery } from "../../shared/api/queries";
import { everythingChanged } from "../../shared/api/queryClient";
import type { TypedSession } from "../../shared/api/types";
import { longDay } from "../../shared/text/days";
import { text } from "../../shared/text/en";
import { correcting as words } from "../../shared/text/en.entry";
import { differences } from "../../shared/ui/differences";
import { May } from "../../shared/ui/May";
import { Overtaken } from "../../shared/ui/Overtaken";
import { Empty, ErrorView, Loading } from "../../shared/ui/StateView";
import type { Cursor } from "./charsOf";
import styles from "./Entry.module.css";
import { EntryPanel } from "./EntryPanel";

export default function CorrectPage() {
  const { horse = "", session = "" } = useParams();
  return (
    <May to="change" otherwise={<Empty>{text.state.notYours}</Empty>}>
      <WrittenSession horse={horse} session={session} />
    </May>
  );
}

function WrittenSession({ horse, session }: { horse: string; session: string }) {
  const written = useQuery(writtenQuery(horse, session));
  const day = useQuery(debriefQuery(horse, session)).data?.date;
  if (written.isPending) return <Loading />;
  if (!written.data)
    return <ErrorView error={written.error} onRetry={() => void written.refetch()} />;
  return (
    <article className={styles.page}>
      <h1>{words.title(day ? longDay(day) : "")}</h1>
      <Correcting
        key={written.data.edition}
        horse={horse}
        session={session}
        written={written.data}
      />
    </article>
  );
}

interface Props {
  horse: string;
  session: string;
  written: TypedSession;
}

function Correcting({ horse, session, written }: Props) {
  const save = usePutRight(horse, session);
  const path = { horse_id: horse, session_id: session };
  const look = (typed: string, cursor: Cursor) =>
    api.post("/api/horses/{horse_id}/sessions/{session_id}/entry", {
      params: { path },
      body: { text: typed, cursor },
    });
  const last = save.variables;
  return (
    <>
      <EntryPanel
        name={`correct:${session}`}
        initial={written}
        look={look}
        lead={<p className={styles.lead}>{words.lead}</p>}
        save={words.save}
        isSaving={save.isPending}
        error={save.error}
        onSave={(_, typed, held) =>
          save.mutate({ typed, edition: held.kept?.edition ?? written.edition, drop: held.drop })
        }
      />
      <Overtaken
        error={save.error}
        differing={(now) =>
          differences(linesOf(last?.typed ?? ""), linesOf((now as TypedSession).text))
        }
        onMine={() => (last ? save.mutate({ ...last, edition: null }) : undefined)}
        startOver={async () => last?.drop()}
      />
      <p>
        <Button component={Link} to={`/horses/${horse}/debrief/${session}`}>
          {words.cancel}
        </Button>
      </p>
    </>
  );
}

/** Line by line, so that what differs is shown where it does. */
const linesOf = (typed: string) => typed.split("\n");

interface PutRight {
  typed: string;
  edition: string | null;
  drop: () => Promise<void>;
}

function usePutRight(horse: string, session: string) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: ({ typed, edition }: PutRight) =>
      api.put("/api/horses/{horse_id}/sessions/{session_id}/written", {
        params: { path: { horse_id: horse, session_id: session } },
        body: { text: typed, edition },
      }),
    onSuccess: async (_, { drop }) => {
      await drop();
      void navigate(`/horses/${horse}/debrief/${session}`);
      await everythingChanged(queries);
    },
  });
}
