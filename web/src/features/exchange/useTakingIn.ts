// A file on its way in: which one, into which horse, how it is understood; looked at anew with every change.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../shared/api/client";
import { everythingChanged } from "../../shared/api/queryClient";
import type { Arriving, DateOrder, Meant, TableRead } from "../../shared/api/types";
import { isOvertaken } from "../../shared/ui/Problems";

export const BY_ITSELF = "by-itself";
export const NEW = "new";

export interface Wanted {
  file: File;
  isTable: boolean;
  into: string;
  /** What each column is, as somebody has matched them; null: by their names. */
  columns: (Meant | null)[] | null;
  dates: DateOrder | null;
}

interface Looked {
  arriving: Arriving | null;
  table: TableRead | null;
}

const NOTHING: Looked = { arriving: null, table: null };

export type TakingIn = ReturnType<typeof useTakingIn>;

export function useTakingIn() {
  const [wanted, setWanted] = useState<Wanted | null>(null);
  const [looked, setLooked] = useState(NOTHING);
  const look = useMutation({ mutationFn: lookAt, onSuccess: setLooked });
  const leave = () => {
    setWanted(null);
    setLooked(NOTHING);
    look.reset();
  };
  // What it would do now is shown; whoever wants that takes it in.
  const take = useTake(leave, (arriving) => setLooked({ ...looked, arriving }));

  const change = (next: Wanted) => {
    setWanted(next);
    take.reset();
    if (next.into === "") return;
    // The columns stay in sight while they are matched otherwise.
    setLooked(({ table }) => ({ arriving: null, table: next.isTable ? table : null }));
    look.mutate(next);
  };

  return {
    ...looked,
    file: wanted?.file ?? null,
    isTable: wanted?.isTable ?? false,
    into: wanted?.into ?? "",
    taken: take.data ?? null,
    isOvertaken: isOvertaken(take.error),
    look,
    take,
    choose: (file: File) => {
      leave();
      change(asChosen(file));
    },
    setInto: (into: string) => wanted && change({ ...wanted, into }),
    match: (columns: (Meant | null)[]) => wanted && change({ ...wanted, columns }),
    setDates: (dates: DateOrder) => wanted && change({ ...wanted, dates }),
    takeIn: () =>
      wanted && looked.arriving && take.mutate({ wanted, edition: looked.arriving.edition }),
    leave: () => {
      leave();
      take.reset();
    },
  };
}

function useTake(onTaken: () => void, onOvertaken: (now: Arriving) => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: takeIn,
    onSuccess: async () => {
      onTaken();
      await everythingChanged(queries);
    },
    onError: (error) => {
      if (isOvertaken(error)) onOvertaken(error.now as Arriving);
    },
  });
}

/** A record names its horse; whose asks a table holds has to be said. */
function asChosen(file: File): Wanted {
  const isTable = !/\.json$/i.test(file.name);
  return { file, isTable, into: isTable ? "" : BY_ITSELF, columns: null, dates: null };
}

const tableQuery = ({ into, columns, dates }: Wanted) => ({
  horse: into,
  ...(columns ? { columns: columns.map((one) => one ?? "").join(",") } : {}),
  ...(dates ? { dates } : {}),
});

const recordQuery = ({ into }: Wanted) =>
  into === BY_ITSELF ? {} : into === NEW ? { new: true } : { horse: into };

async function lookAt(wanted: Wanted): Promise<Looked> {
  const body = wanted.file;
  if (wanted.isTable) {
    const query = tableQuery(wanted);
    return api.post("/api/imports/table/look", { params: { query }, body });
  }
  const query = recordQuery(wanted);
  const arriving = await api.post("/api/imports/record/look", { params: { query }, body });
  return { arriving, table: null };
}

async function takeIn({ wanted, edition }: { wanted: Wanted; edition: string }) {
  const body = wanted.file;
  const confirmed = { edition, name: wanted.file.name.slice(-200) };
  if (wanted.isTable) {
    const query = { ...tableQuery(wanted), ...confirmed };
    return api.post("/api/imports/table", { params: { query }, body });
  }
  const query = { ...recordQuery(wanted), ...confirmed };
  return api.post("/api/imports/record", { params: { query }, body });
}
