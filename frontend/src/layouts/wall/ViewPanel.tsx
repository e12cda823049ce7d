import { useMutation } from "@tanstack/react-query";
import { useRef } from "react";
import { client, must } from "../../api/client";
import type { HangRequest, LayoutState, PanelsRequest, Unit } from "../../api/types";
import { PictureSender } from "../../api/upload";
import { useNewestPictures } from "../../pictures/usePictures";
import { Check } from "../../fields/Check";
import { LengthField } from "../../fields/LengthField";
import { Row } from "../../fields/Row";
import { Slider } from "../../fields/Slider";
import { Pick } from "../../shell/Pick";
import { Problem } from "../../shell/Problem";
import { useLayoutStore } from "../layoutStore";
import type { LayoutPanelProps } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";

const THINGS = [
  ["person", "Person, 1.75 m"],
  ["sofa", "Sofa, 2.1 m"],
  ["table", "Table, 1.6 m"],
  ["door", "Door, 2.03 m high"],
] as const;

/** From where it is seen, on what wall; and the pictures of it for whoever ordered it. */
export function ViewPanel({ request, layout, page, unit }: LayoutPanelProps<PanelsRequest | HangRequest>) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const { view } = request;
  return (
    <div className="space-y-3">
      {view.photo ? (
        <OfPhoto photo={view.photo} unit={unit} />
      ) : (
        <>
          <LengthField
            narrow
            label="Seen from"
            value={view.distance}
            unit={unit}
            purpose="distance"
            {...typing}
            onRead={(typed) => change({ "view.distance": typed })}
          />
          <p className="soft">
            The drawing shows as much of the wall as an eye takes in from there, so near is large and far is
            small.
          </p>
          <label className="flex items-center justify-between gap-3">
            Colour of the wall
            <input
              type="color"
              className="field !w-16 !p-0.5"
              value={view.colour}
              onChange={(event) => take({ "view.colour": event.target.value })}
            />
          </label>
          <fieldset>
            <legend className="mb-1 font-semibold">Beside it, to scale</legend>
            <div className="grid grid-cols-2 gap-x-3">
              {THINGS.map(([thing, label]) => (
                <Check
                  key={thing}
                  label={label}
                  checked={view.things.includes(thing)}
                  onChange={(on) =>
                    take({
                      "view.things": on
                        ? [...view.things, thing]
                        : view.things.filter((one) => one !== thing),
                    })
                  }
                />
              ))}
            </div>
          </fieldset>
          {page.scene?.missing && <p>{page.scene.missing}</p>}
        </>
      )}
      <label className="flex items-center gap-3">
        Light from above
        <Slider
          min={0}
          max={1}
          step={0.05}
          className="range-xs flex-1"
          value={view.light}
          text={`${Math.round(view.light * 100)} per cent`}
          {...typing}
          onValue={(light) => change({ "view.light": light })}
        />
      </label>
      <Check
        label="A frame round every piece"
        checked={view.moulding !== null}
        onChange={(on) =>
          take({
            "view.moulding": on ? { width: unit === "in" ? "3/4 in" : "2 cm", colour: "#2b2723" } : null,
          })
        }
      />
      {view.moulding && (
        <div className="flex items-start gap-3">
          <div className="flex-1">
            <LengthField
              narrow
              label="Broad"
              value={view.moulding.width}
              unit={unit}
              purpose="edge"
              inputClass="!w-24"
              {...typing}
              onRead={(typed) => change({ "view.moulding.width": typed })}
            />
          </div>
          <input
            type="color"
            aria-label="Colour of the frames"
            className="field !w-16 !p-0.5"
            value={view.moulding.colour}
            onChange={(event) => take({ "view.moulding.colour": event.target.value })}
          />
        </div>
      )}
      <ChoosePhoto layout={layout} chosen={view.photo !== null} />
      <div className="flex gap-2">
        {(["png", "jpg"] as const).map((ending) => (
          <a
            key={ending}
            className="plain-button inline-flex flex-1 items-center justify-center"
            href={`/api/layouts/${layout.id}/wall.${ending}?unit=${unit}`}
            download
          >
            {`For the client, ${ending === "png" ? "PNG" : "JPEG"}`}
          </a>
        ))}
      </div>
    </div>
  );
}

const BY = [
  { value: "scale", label: "Two points" },
  { value: "rectangle", label: "A rectangle" },
] as const;

/** How large things are in a photograph: between two points, or a rectangle seen in perspective. */
function OfPhoto({ photo, unit }: { photo: NonNullable<HangRequest["view"]["photo"]>; unit: Unit }) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const metre = unit === "in" ? "40 in" : "1 m";
  const length = (label: string, value: string, path: string) => (
    <LengthField
      narrow
      label={label}
      value={value}
      unit={unit}
      purpose="side"
      {...typing}
      onRead={(typed) => change({ [path]: typed })}
    />
  );
  return (
    <>
      <Row name="Its scale by">
        <Pick
          label="Scale by"
          options={BY}
          value={photo.scale ? "scale" : "rectangle"}
          onPick={(by) =>
            take(
              by === "scale"
                ? {
                    "view.photo.rectangle": null,
                    "view.photo.scale": { from: [0.4, 0.5], to: [0.6, 0.5], length: metre },
                  }
                : {
                    "view.photo.scale": null,
                    "view.photo.rectangle": {
                      corners: [
                        [0.4, 0.3],
                        [0.6, 0.3],
                        [0.6, 0.6],
                        [0.4, 0.6],
                      ],
                      width: metre,
                      height: metre,
                    },
                  },
            )
          }
        />
      </Row>
      {photo.scale && (
        <>
          {length("Real distance between the points", photo.scale.length, "view.photo.scale.length")}
          <p className="soft">
            For a wall photographed straight on: put the two rings on what you measured, and the third where
            the middle is to hang.
          </p>
        </>
      )}
      {photo.rectangle && (
        <>
          {length("It is wide", photo.rectangle.width, "view.photo.rectangle.width")}
          {length("It is high", photo.rectangle.height, "view.photo.rectangle.height")}
          <p className="soft">
            Put the four rings on the corners of something upright on that wall: a door, a window, a sheet of
            paper. The fifth is where the middle is to hang.
          </p>
        </>
      )}
    </>
  );
}

/** Which photograph: one that is here already, or a new one. */
function ChoosePhoto({ layout, chosen }: { layout: LayoutState; chosen: boolean }) {
  const chooser = useRef<HTMLInputElement>(null);
  const take = useLayoutStore((store) => store.change);
  const pictures = useNewestPictures();
  const hang = useMutation({
    mutationFn: async (given: string | File) => {
      const picture = typeof given === "string" ? given : await arrived(given);
      const saved = await useLayoutStore.getState().flush();
      if (!saved) throw new Error("The layout was not saved yet; its line at the desk says why.");
      return must(
        client.POST("/api/layouts/{layout_id}/wall-photo", {
          params: { path: { layout_id: layout.id } },
          body: { picture, version: saved.version },
        }),
      );
    },
    onSuccess: (state) => useLayoutStore.getState().open(state),
  });
  return (
    <section className="pad space-y-2 pt-2">
      <h3 className="font-semibold">A photograph of the wall</h3>
      <div className="flex flex-wrap items-center gap-2">
        <select
          className="field min-w-0 flex-[1_1_9rem]"
          aria-label="A picture that was added"
          value=""
          disabled={hang.isPending}
          onChange={(event) => hang.mutate(event.target.value)}
        >
          <option value="">One that was added …</option>
          {pictures
            .filter((picture) => picture.state === "ready")
            .map((picture) => (
              <option key={picture.id} value={picture.id}>
                {picture.name}
              </option>
            ))}
        </select>
        <button
          type="button"
          className="plain-button"
          disabled={hang.isPending}
          onClick={() => chooser.current?.click()}
        >
          {hang.isPending ? "Adding it …" : "Add one"}
        </button>
        <input
          ref={chooser}
          type="file"
          hidden
          aria-label="A photograph to add"
          accept="image/jpeg,image/tiff,image/png,image/webp,image/heic,image/avif,.tif,.tiff,.heic,.avif"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) hang.mutate(file);
          }}
        />
        {chosen && (
          <button type="button" className="min-h-6 underline" onClick={() => take({ "view.photo": null })}>
            Back to the drawn wall
          </button>
        )}
      </div>
      {hang.error && <Problem message={hang.error.message} />}
    </section>
  );
}

const WAIT_MS = 700;
const PATIENCE = 120;

/** Brings a photograph and waits until it was read; what is wrong with it is thrown, in words. */
async function arrived(file: File): Promise<string> {
  const { picture } = await new PictureSender(file).send(() => undefined);
  for (let turn = 0; turn < PATIENCE; turn += 1) {
    const now = await must(
      client.GET("/api/pictures/{picture_id}", { params: { path: { picture_id: picture.id } } }),
    );
    if (now.state === "ready") return now.id;
    if (now.state === "refused") throw new Error(now.problem);
    await new Promise((resolve) => setTimeout(resolve, WAIT_MS));
  }
  throw new Error("The photograph is still being read. Choose it from the list in a moment.");
}
