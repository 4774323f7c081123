// A place from a GeoJSON file: read by the core, and put into the form to be looked at before it is saved.
import { useMutation } from "@tanstack/react-query";
import { api } from "../../shared/api/client";
import type { GroundPlace } from "../../shared/api/types";
import { placeForm } from "../../shared/text/en.ground";
import { FileButton } from "../../shared/ui/FileButton";
import { ProblemList } from "../../shared/ui/Problems";

/** What is no JSON at all is sent as nothing, and named as that. */
async function contentOf(file: File): Promise<Record<string, unknown>> {
  try {
    const found: unknown = JSON.parse(await file.text());
    return typeof found === "object" && found !== null ? { ...found } : {};
  } catch {
    return {};
  }
}

export function FromFile({ onRead }: { onRead: (place: GroundPlace) => void }) {
  const read = useMutation({
    mutationFn: async (file: File) =>
      api.post("/api/ground/places/read", {
        body: {
          geojson: await contentOf(file),
          name: file.name.replace(/\.[^.]*$/, "").slice(0, 80),
        },
      }),
    onSuccess: onRead,
  });
  return (
    <div>
      <FileButton
        label={placeForm.fromFile}
        accept=".geojson,.json,application/geo+json"
        isBusy={read.isPending}
        onFile={(file) => read.mutate(file)}
      />
      <ProblemList error={read.error} lead={placeForm.notRead} />
    </div>
  );
}
