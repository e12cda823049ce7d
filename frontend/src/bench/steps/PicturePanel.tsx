import { Link } from "react-router";
import { PictureFactsList } from "../../pictures/PictureFactsList";
import { usePlanTyping } from "../usePlanTyping";
import type { StepPanelProps } from "./types";

export function PicturePanel({ print, plan }: StepPanelProps) {
  const { change, onBack, onDone } = usePlanTyping();
  return (
    <div className="space-y-3">
      <label className="block">
        Title of the print
        <input
          className="field mt-0.5"
          maxLength={200}
          value={plan.title}
          dir="auto"
          onChange={(event) => change({ title: event.target.value })}
          onBlur={onDone}
          onKeyDown={(event) => {
            // The cursor stays: whoever typed goes on from here.
            if (event.key === "Escape") onBack();
            if (event.key === "Enter" || event.key === "Escape") onDone();
          }}
        />
      </label>
      <Link to={`/prints/${print.id}/look`} className="plain-button flex items-center justify-center">
        Look at it, pixel by pixel
      </Link>
      <PictureFactsList picture={print.picture} />
      <p className="soft">The master file is never changed.</p>
      <Link className="plain-button inline-flex items-center" to={`/pictures/${print.picture.id}`}>
        The picture and all its prints
      </Link>
    </div>
  );
}
