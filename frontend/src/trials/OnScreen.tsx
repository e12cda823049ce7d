// Judging on this screen: how fine it is, what the eyes see on it, and the two patches of a pair.
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import type { JudgingState } from "../api/types";
import { CalibrateDialog } from "../look/CalibrateDialog";
import { useCalibration } from "../look/calibration";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";

const WHERE = [
  { value: "paper", label: "On paper" },
  { value: "screen", label: "On this screen" },
] as const;

/** px of the screen itself an inch, where it is measured. */
const dotsOf = (pxPerMm: number) => pxPerMm * 25.4 * window.devicePixelRatio;

/** Paper or this screen; a screen is measured first. */
export function Where(props: { code: string; state: JudgingState; onState: (state: JudgingState) => void }) {
  const { code, state } = props;
  const [measuring, setMeasuring] = useState(false);
  const { pxPerMm } = useCalibration();
  const choose = useMutation({
    mutationFn: (dots: number | null) =>
      must(client.POST("/api/judging/{code}/screen", { params: { path: { code } }, body: { dots } })),
    onSuccess: props.onState,
  });
  if (!state.on_screen) return null;
  const { screen } = state;
  return (
    <div className="space-y-2">
      <Pick
        label="Where do you judge?"
        options={WHERE}
        value={screen ? "screen" : "paper"}
        onPick={(where) => {
          if (where === "paper") choose.mutate(null);
          else if (pxPerMm === null) setMeasuring(true);
          else choose.mutate(dotsOf(pxPerMm));
        }}
      />
      {screen && (
        <p>
          {typeset(told(screen, state.distance))}{" "}
          <button type="button" className="min-h-6 underline" onClick={() => setMeasuring(true)}>
            Measure this screen again
          </button>
        </p>
      )}
      {screen?.problem && <Problem message={screen.problem} />}
      {screen && !screen.ready && !screen.problem && (
        <p role="status">The patches are being made for this screen.</p>
      )}
      {choose.error && <Problem message={choose.error.message} />}
      {measuring && (
        <CalibrateDialog
          onClose={() => {
            setMeasuring(false);
            const found = useCalibration.getState().pxPerMm;
            if (found !== null) choose.mutate(dotsOf(found));
          }}
        />
      )}
    </div>
  );
}

function told(screen: NonNullable<JudgingState["screen"]>, distance: string): string {
  const fine = `This screen has ${screen.dots.toFixed(0)} px an inch.`;
  return screen.times === 1
    ? `${fine} Look at it from ${distance}: the patches are as large as on paper.`
    : `${fine} Look at it from ${distance}: the patches are ${screen.times} times as large as on paper, and from there look the same.`;
}

/** The row of open boxes, as large as its px are. */
export function EyesOnScreen({ code, dots }: { code: string; dots: number }) {
  const url = `/api/judging/${code}/eyes.png?${dots}`;
  return (
    <div className="overflow-x-auto bg-white p-3">
      <img
        src={url}
        srcSet={`${url} ${window.devicePixelRatio}x`}
        className="max-w-none"
        alt="A row of boxes, each open on one side"
      />
    </div>
  );
}

/** Both patches of a pair, shown at the same moment, px for px. */
export function Patches(props: {
  code: string;
  position: number;
  busy: boolean;
  onSaid: (said: "a" | "b") => void;
}) {
  const [there, setThere] = useState(0);
  const [failed, setFailed] = useState(false);
  const patch = (side: "left" | "right", said: "a" | "b") => {
    const url = `/api/judging/${props.code}/pairs/${props.position}/${side}.png`;
    return (
      <button
        type="button"
        className="judge-patch"
        disabled={props.busy || there < 2}
        aria-label={side === "left" ? "The left one" : "The right one"}
        onClick={() => props.onSaid(said)}
      >
        <img
          src={url}
          srcSet={`${url} ${window.devicePixelRatio}x`}
          alt=""
          style={{ visibility: there < 2 ? "hidden" : "visible" }}
          onLoad={() => setThere((now) => now + 1)}
          onError={() => setFailed(true)}
        />
      </button>
    );
  };
  return (
    <>
      <div className="judge-patches" aria-busy={there < 2}>
        {patch("left", "a")}
        {patch("right", "b")}
      </div>
      {failed && <Problem message="The patches did not come. Reload this page; what you said is kept." />}
    </>
  );
}
