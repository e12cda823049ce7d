import type { HangRequest, PanelsRequest } from "../../api/types";
import { LengthField } from "../../fields/LengthField";
import type { LayoutPanelProps } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";

/** Where the middle hangs, where the nails go, the plan for who hangs it. */
export function HangingPanel(props: LayoutPanelProps<PanelsRequest | HangRequest>) {
  const { request, layout, page, unit } = props;
  const { change, ...typing } = useLayoutTyping();
  const centred = request.kind === "hang" && request.centred && request.wall !== null;
  const length = (label: string, name: "centre_height" | "nail_drop" | "from_left") => (
    <LengthField
      narrow
      label={label}
      value={request.hang[name]}
      unit={unit}
      purpose="side"
      {...typing}
      onRead={(typed) => change({ [`hang.${name}`]: typed })}
    />
  );
  return (
    <div className="space-y-3">
      {length("Middle of all above the floor", "centre_height")}
      {length("Nail under the upper edge", "nail_drop")}
      {centred ? (
        <p className="soft">All hang in the middle of the wall.</p>
      ) : (
        length("Distance from the left end of the wall", "from_left")
      )}
      <section className="pad space-y-2 pt-2">
        <h3 className="font-semibold">Hanging plan</h3>
        <div className="flex gap-2">
          {(["pdf", "svg"] as const).map((ending) => (
            <a
              key={ending}
              className="plain-button inline-flex flex-1 items-center justify-center"
              href={`/api/layouts/${layout.id}/hanging.${ending}?unit=${unit}`}
              download
            >
              {`Hanging plan, ${ending.toUpperCase()}`}
            </a>
          ))}
        </div>
        <p className="soft">{page.hint}</p>
      </section>
      {request.kind === "panels" && props.making}
      {request.kind === "hang" && (
        <a
          className="plain-button inline-flex items-center"
          href={`/api/layouts/${layout.id}/layout.json`}
          download
        >
          Export the layout
        </a>
      )}
    </div>
  );
}
