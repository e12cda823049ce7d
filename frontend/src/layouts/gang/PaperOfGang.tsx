import { Link } from "react-router";
import { LengthField } from "../../fields/LengthField";
import { NumberField } from "../../fields/NumberField";
import { Pick } from "../../shell/Pick";
import { useLayoutStore } from "../layoutStore";
import { FeedOfDevice, sheetOf } from "../stepPanels/FeedOfDevice";
import { PaperFields } from "../stepPanels/PaperPanel";
import type { OfGang } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";
import { Ways } from "../Ways";

const ON = [
  { value: "roll", label: "Roll" },
  { value: "sheet", label: "Sheets" },
] as const;

const ROLL = {
  width: "61 cm", margin: "0.5 cm", gap: "0.5 cm", lead: "2 cm", tail: "2 cm", most_length: null, price_per_m: null,
  least_length: null, stock: "",
}; // oxfmt-ignore

const LENGTHS = [
  ["width", "Width of the roll"],
  ["margin", "Unprintable margin at both sides"],
  ["gap", "Between the pieces"],
  ["lead", "Lead, fed before"],
  ["tail", "Tail, fed after"],
] as const;

/** Every paper of the stock with what it would take, side by side; or any other paper, typed. */
export function PaperOfGang({ request, page, unit }: OfGang) {
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const papers = page.ways.filter((way) => way.id.startsWith("paper-"));
  const { roll } = request;
  return (
    <div className="space-y-3">
      {papers.length ? (
        <Ways about="choice:paper" label="Paper in stock" ways={papers} />
      ) : (
        <p className="soft">
          No roll and no sheets are in stock.{" "}
          <Link to="/stock" className="underline">
            Put in what you have
          </Link>{" "}
          and every one of them is compared here.
        </p>
      )}
      <details className="pad" open={!papers.length}>
        <summary className="font-semibold">{papers.length ? "Or another paper" : "The paper"}</summary>
        <div className="space-y-2 pt-1">
          <Pick
            label="Roll or sheets"
            about="word:roll-or-sheets"
            options={ON}
            value={roll ? "roll" : "sheet"}
            onPick={(on) => take({ roll: on === "roll" ? (roll ?? ROLL) : null, fixed: [], stock: "" })}
          />
          {roll ? (
            <>
              <FeedOfDevice
                rolls
                value={request.device}
                onPick={(device, feed) =>
                  take({
                    device,
                    ...(!feed
                      ? {}
                      : feed.height === null
                        ? {
                            roll: {
                              ...roll,
                              width: feed.width,
                              margin: feed.margins.left,
                              most_length: feed.most_length,
                              stock: "",
                            },
                          }
                        : { roll: null, sheet: sheetOf(feed) }),
                    fixed: [],
                    stock: "",
                  })
                }
              />
              {LENGTHS.map(([name, label]) => (
                <LengthField
                  key={name}
                  narrow
                  label={label}
                  value={roll[name]}
                  unit={unit}
                  purpose="edge"
                  {...typing}
                  onRead={(typed) =>
                    change({ [`roll.${name}`]: typed, ...(name === "width" ? { "roll.stock": "" } : {}) })
                  }
                />
              ))}
              <LengthField
                narrow
                label="Longest print"
                value={roll.most_length ?? "any length"}
                unit={unit}
                purpose="side"
                {...typing}
                onRead={(typed) => change({ "roll.most_length": typed })}
              />
              {roll.most_length !== null && (
                <button
                  type="button"
                  className="min-h-6 underline"
                  onClick={() => take({ "roll.most_length": null })}
                >
                  Any length
                </button>
              )}
              <Price label="Price per metre" value={roll.price_per_m} path="roll.price_per_m" />
            </>
          ) : (
            <>
              <PaperFields request={request} unit={unit} />
              <LengthField
                narrow
                label="Between the pieces"
                value={request.gap}
                unit={unit}
                purpose="edge"
                {...typing}
                onRead={(gap) => change({ gap })}
              />
              <Price label="Price per sheet" value={request.price} path="price" />
            </>
          )}
        </div>
      </details>
    </div>
  );
}

function Price(props: { label: string; value: number | null; path: string }) {
  const { change, ...typing } = useLayoutTyping();
  return (
    <NumberField
      narrow
      label={props.label}
      min={0}
      max={1_000_000}
      step={1}
      empty="not known"
      value={props.value}
      {...typing}
      onRead={(price) => change({ [props.path]: price })}
    />
  );
}
