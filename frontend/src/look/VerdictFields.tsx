import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import { inOrder } from "../api/latestWins";
import type { PictureFacts } from "../api/types";
import { useChanges } from "../api/useChanges";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { VERDICTS } from "../pictures/verdicts";

type Verdict = keyof typeof VERDICTS;

/** What its owner finds of a picture after looking: kept with it. */
export function VerdictFields({ picture }: { picture: PictureFacts }) {
  const queries = useQueryClient();
  const [kept, setKept] = useState({ verdict: picture.verdict as Verdict | "", note: picture.note });
  const [note, setNote] = useState(picture.note);
  const [isKept, setIsKept] = useState(false);
  const { change, unsaid, problem, isSaving } = useChanges<typeof kept, PictureFacts>({
    say: (found, turn) =>
      must(
        client.PUT("/api/pictures/{picture_id}/verdict", {
          params: { path: { picture_id: picture.id } },
          body: { ...kept, ...found },
          ...inOrder(turn),
        }),
      ),
    heard: (facts) => {
      setKept({ verdict: facts.verdict as Verdict | "", note: facts.note });
      setIsKept(true);
      void queries.invalidateQueries({ queryKey: ["prints"] });
    },
  });
  const { verdict, note: wanted } = { ...kept, ...unsaid };
  return (
    <section aria-label="Your judgement" className="space-y-1.5">
      <h3 className="part-title">Is it good enough?</h3>
      <Pick
        label="Is it good enough?"
        options={(Object.keys(VERDICTS) as Verdict[]).map((value) => ({ value, label: VERDICTS[value] }))}
        value={verdict || null}
        onPick={(value) => change({ verdict: value === verdict ? "" : value, note })}
      />
      <label className="block">
        Note
        <input
          className="field mt-0.5"
          maxLength={400}
          dir="auto"
          value={note}
          onChange={(event) => setNote(event.target.value)}
          onBlur={() => note !== wanted && change({ note })}
          onKeyDown={(event) => {
            if (event.key === "Enter") event.currentTarget.blur();
            if (event.key === "Escape") setNote(wanted);
          }}
        />
      </label>
      <p role="status" className="soft min-h-5">
        {isKept && !isSaving ? "Kept with the picture." : ""}
      </p>
      {problem && <Problem message={problem} />}
    </section>
  );
}
