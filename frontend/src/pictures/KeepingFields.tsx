import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import { inOrder } from "../api/latestWins";
import type { Keeping } from "../api/types";
import { useChanges } from "../api/useChanges";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";

const DAYS = [
  { days: null, label: "until I delete it" },
  { days: 1, label: "for a day" },
  { days: 7, label: "for a week" },
  { days: 30, label: "for 30 days" },
  { days: 365, label: "for a year" },
] as const;

const count = (many: number, word: string) => `${many} ${word}${many === 1 ? "" : "s"}`;

/** What goes with a picture, in words; empty where nothing is made of it. */
export function goesWith({ pictures, prints, layouts, files }: Keeping): string {
  const parts = [
    pictures > 0 && `${count(pictures, "picture")} made of it`,
    prints > 0 && count(prints, "print"),
    layouts > 0 && count(layouts, "layout"),
    files > 0 && count(files, "made file"),
  ].filter((part) => part !== false);
  const last = parts.pop();
  return parts.length ? `${parts.join(", ")} and ${last}` : (last ?? "");
}

/** How long a picture is kept; and deleting it at once, with everything made of it. */
export function KeepingFields(props: { picture: string; name: string; onGone: () => void }) {
  const queries = useQueryClient();
  const [asking, setAsking] = useState(false);
  const path = { params: { path: { picture_id: props.picture } } };
  const key = ["keeping", props.picture];
  const keeping = useQuery({
    queryKey: key,
    queryFn: () => must(client.GET("/api/pictures/{picture_id}/keeping", path)),
  });
  const keep = useChanges<{ days: number | null }, Keeping>({
    say: ({ days = null }, turn) =>
      must(client.PUT("/api/pictures/{picture_id}/keeping", { ...path, body: { days }, ...inOrder(turn) })),
    heard: (kept) => queries.setQueryData(key, kept),
  });
  const leave = () => {
    queries.clear();
    props.onGone();
  };
  const forget = useMutation({
    mutationFn: () => must(client.POST("/api/pictures/{picture_id}/forget", path)),
    onSuccess: ({ held_back: heldBack }) => {
      if (!heldBack) leave();
    },
  });
  const until = keeping.data?.forget_at;
  return (
    <section aria-label="How long it is kept" className="space-y-1.5">
      <label className="flex items-center justify-between gap-3">
        The picture is kept
        <select
          className="field !w-44"
          value=""
          onChange={(event) =>
            keep.change({ days: event.target.value === "0" ? null : Number(event.target.value) })
          }
        >
          <option value="" disabled hidden>
            {until ? `until ${new Date(until).toLocaleDateString("en-GB")}` : "until I delete it"}
          </option>
          {DAYS.map(({ days, label }) => (
            <option key={label} value={days ?? 0}>
              {label}
            </option>
          ))}
        </select>
      </label>
      <button type="button" className="min-h-6 underline" onClick={() => setAsking(true)}>
        Delete the picture now
      </button>
      {keep.problem && <Problem message={keep.problem} />}
      {asking && (
        <Dialog title={`Delete ${props.name}?`} onClose={() => setAsking(false)}>
          <p className="mb-4">
            {keeping.data && goesWith(keeping.data) ? `${goesWith(keeping.data)} of it go with it. ` : ""}
            Nothing of it stays here, and that cannot be undone.
          </p>
          {forget.error && <Problem message={forget.error.message} />}
          {forget.data?.held_back ? (
            <>
              <p className="mb-4" role="status">
                {forget.data.held_back}
              </p>
              <button type="button" className="strong-button" onClick={leave}>
                Go on
              </button>
            </>
          ) : (
            <button
              type="button"
              className="strong-button"
              disabled={forget.isPending}
              onClick={() => forget.mutate()}
            >
              Delete it and all that was made of it
            </button>
          )}
        </Dialog>
      )}
    </section>
  );
}
