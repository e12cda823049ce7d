import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import { wholeState } from "../api/queryClient";
import type { PictureFacts } from "../api/types";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { VERDICTS } from "../pictures/verdicts";

type Verdict = keyof typeof VERDICTS;

/** What its owner finds of a picture after looking: kept with it. */
export function VerdictFields({ picture }: { picture: PictureFacts }) {
  const queries = useQueryClient();
  const [verdict, setVerdict] = useState(picture.verdict as Verdict | "");
  const [note, setNote] = useState(picture.note);
  const save = useMutation({
    ...wholeState(`verdict of ${picture.id}`),
    mutationFn: (found: { verdict: Verdict | ""; note: string }) =>
      must(
        client.PUT("/api/pictures/{picture_id}/verdict", {
          params: { path: { picture_id: picture.id } },
          body: found,
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: ["prints"] }),
  });
  const kept = (!save.isError && save.variables) || picture;
  return (
    <section aria-label="Your judgement" className="space-y-1.5">
      <h3 className="part-title">Is it good enough?</h3>
      <Pick
        label="Is it good enough?"
        options={(Object.keys(VERDICTS) as Verdict[]).map((value) => ({ value, label: VERDICTS[value] }))}
        value={verdict || null}
        onPick={(value) => {
          const next = value === verdict ? "" : value;
          setVerdict(next);
          save.mutate({ verdict: next, note });
        }}
      />
      <label className="block">
        Note
        <input
          className="field mt-0.5"
          maxLength={400}
          dir="auto"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          onBlur={() => note !== kept.note && save.mutate({ verdict, note })}
          onKeyDown={(event) => {
            if (event.key === "Enter") event.currentTarget.blur();
            if (event.key === "Escape") setNote(kept.note);
          }}
        />
      </label>
      <p role="status" className="soft min-h-5">
        {save.isSuccess ? "Kept with the picture." : ""}
      </p>
      {save.error && <Problem message={save.error.message} />}
    </section>
  );
}
