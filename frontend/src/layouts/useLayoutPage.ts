import { replaceEqualDeep } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { type ApiProblem, client, must } from "../api/client";
import { LatestWins } from "../api/latestWins";
import type { AnyLayoutRequest, LayoutPage, Unit } from "../api/types";
import { useSignedOut } from "../session/signedOut";
import { asSent } from "./layoutStore";

interface Question {
  request: AnyLayoutRequest;
  unit: Unit;
  /** How many sheets somebody would give; null: as many as there are. */
  on: number | null;
  /** The sheet that is looked at. */
  sheet: number | null;
  picture: string | null;
}

const reckoned = ({ request, unit, on, sheet, picture }: Question) =>
  must(client.POST("/api/layouts/reckon", { body: { layout: asSent(request), unit, on, sheet, picture } }));

/** What the server makes of the request in hand; follows every change, the newest always last. */
export function useLayoutPage(question: Question) {
  const [page, setPage] = useState<LayoutPage | null>(null);
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  const { out } = useSignedOut();
  const line = useRef<LatestWins<Question, LayoutPage> | null>(null);
  const { request, unit, on, sheet, picture } = question;
  useEffect(() => {
    line.current ??= new LatestWins<Question, LayoutPage>(
      reckoned,
      (heard) => {
        // What it shares with the answer before stays the same object: only what changed is drawn.
        setPage((before) => (before ? replaceEqualDeep(before, heard) : heard));
        setProblem(null);
      },
      (error) => setProblem(error as ApiProblem),
    );
    if (!out) line.current.put({ request, unit, on, sheet, picture });
  }, [request, unit, on, sheet, picture, out]);
  return { page, problem };
}
