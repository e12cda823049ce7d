import { useEffect, useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { client, must } from "../api/client";
import { TopBar } from "../frame/TopBar";
import { Problem } from "../shell/Problem";

/** Thirds of a stop: a print that comes out too dark is made lighter, hardly ever darker. */
const THIRDS = [-1, 0, 1, 2, 3];

/** Begins the strip of exposures of a print, and goes there. */
export function ExposureStrip() {
  const print = Number(useParams()["print"]);
  const go = useNavigate();
  const begun = useRef(false);
  const [problem, setProblem] = useState("");
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    stripOf(print).then(
      (layout) => void go(`/layouts/${layout}/ladder`, { replace: true }),
      (error: Error) => setProblem(error.message),
    );
  }, [print, go]);
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-lg p-10">
        {problem ? <Problem message={problem} /> : <p role="status">The strip is begun…</p>}
      </main>
    </>
  );
}

async function stripOf(print: number): Promise<number> {
  const held = await must(client.GET("/api/prints/{print_id}", { params: { path: { print_id: print } } }));
  const made = await must(
    client.POST("/api/jobs/{job_id}/layouts", {
      params: { path: { job_id: held.job } },
      body: { kind: "strip", print, prints: [], wall: "" },
    }),
  );
  const document = { ...made.document, ladder: { by: "exposure", steps: THIRDS } };
  await must(
    client.PUT("/api/layouts/{layout_id}/document", {
      params: { path: { layout_id: made.id } },
      body: { document, version: made.version },
    }),
  );
  return made.id;
}
