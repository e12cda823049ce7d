import type { ReactNode } from "react";
import { LengthField } from "../../fields/LengthField";
import { NumberField } from "../../fields/NumberField";
import { useLayoutStore } from "../layoutStore";
import { useLayoutTyping } from "../useLayoutTyping";
import { Ways } from "../Ways";
import { Check } from "../../fields/Check";
import { OutputFields } from "./OutputFields";
import { PaperFields } from "./PaperPanel";
import type { OfId } from "./types";

/** So wide, px, and so heavy, kB, forms for an upload often ask. */
const USUAL = { width: 600, kB: 500 };

/** How many photos lie on a sheet, and the single one for an upload. */
export function PhotoPanel(props: OfId & { making: ReactNode }) {
  const { request, unit, page } = props;
  const change = useLayoutStore((store) => store.change);
  const { change: typed, ...typing } = useLayoutTyping();
  const { upload } = request;
  const value = (id: string) => Number(page.figures.find((figure) => figure.id === id)?.value ?? 1);
  const ratio = page.frame?.ratio ?? 1;
  return (
    <div className="space-y-3">
      <PaperFields request={request} unit={unit} />
      <Ways
        about="choice:lie"
        label="How the photos lie"
        ways={page.ways.filter((way) => way.id.startsWith("turn"))}
      />
      <LengthField
        narrow
        label="Gap between them"
        value={request.gap}
        unit={unit}
        purpose="edge"
        {...typing}
        onRead={(gap) => typed({ gap })}
      />
      <NumberField
        narrow
        label={
          <>
            How many <span className="soft">empty: all that fit</span>
          </>
        }
        min={1}
        max={500}
        step={1}
        empty="all"
        inputClass="!w-20"
        value={request.copies}
        {...typing}
        onRead={(copies) => typed({ copies: copies === null ? null : Math.round(copies) })}
      />
      <Check
        label="Cut lines to the sheet's edge"
        checked={request.marks}
        onChange={(on) => change({ marks: on })}
      />
      <Check
        label="A single file for an upload"
        checked={upload !== null}
        onChange={(on) =>
          change({
            upload: on
              ? { width_px: USUAL.width, height_px: Math.round(USUAL.width * ratio), most_kb: USUAL.kB }
              : null,
          })
        }
      />
      {upload && (
        <div className="part">
          <NumberField
            narrow
            label={`Width, px (height ${value("upload_height_px")})`}
            min={50}
            max={10000}
            step={10}
            inputClass="!w-20"
            value={upload.width_px}
            {...typing}
            onRead={(width) =>
              width !== null &&
              typed({
                "upload.width_px": Math.round(width),
                "upload.height_px": Math.round(Math.round(width) * ratio),
              })
            }
          />
          <NumberField
            narrow
            label="At most, kB"
            min={5}
            max={50000}
            step={10}
            inputClass="!w-20"
            value={upload.most_kb}
            {...typing}
            onRead={(most) => most !== null && typed({ "upload.most_kb": Math.round(most) })}
          />
          <p className="soft">A JPEG in sRGB, the best quality that is light enough.</p>
        </div>
      )}
      <OutputFields request={request} />
      {props.making}
    </div>
  );
}
