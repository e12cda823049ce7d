import { ProfileOfFiles } from "../stepPanels/ProfileOfFiles";
import { NumberField } from "../../fields/NumberField";
import { Row } from "../../fields/Row";
import { Pick } from "../../shell/Pick";
import { useLayoutStore } from "../layoutStore";
import { PaperFields } from "../stepPanels/PaperPanel";
import type { OfBook } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";

const FILES = [
  { value: "pages", label: "Pages" },
  { value: "spreads", label: "Spreads" },
  { value: "booklet", label: "Booklet" },
  { value: "proof", label: "Proof" },
] as const;

const SAYS = {
  pages:
    "Every page by itself, with its bleed: what presses and labs ask for. The cover is a file of its own.",
  spreads: "What lies open at once on one sheet: for albums that are bound of spreads.",
  booklet: "Two pages a side on your own printer, both sides, to be folded and stapled.",
  proof: "Spreads at 100 ppi, small enough to be sent to the client.",
};

/** Which files are made, how fine, in which format. */
export function HandoverPanel(props: OfBook) {
  const { request, making } = props;
  const { change, ...typing } = useLayoutTyping();
  const take = useLayoutStore((store) => store.change);
  const output = request.plans[0]?.output;
  return (
    <div className="space-y-3">
      <Pick label="Which files" options={FILES} value={request.files} onPick={(files) => take({ files })} />
      <p className="soft">{SAYS[request.files]}</p>
      <NumberField
        narrow
        label={
          <>
            Resolution <span className="soft">ppi; empty: the usual</span>
          </>
        }
        min={36}
        max={1200}
        step={10}
        empty={request.files === "proof" ? "100" : "300"}
        inputClass="!w-20"
        value={request.ppi}
        {...typing}
        onRead={(ppi) => change({ ppi })}
      />
      <Row name="Format">
        <Pick
          label="Format of the files"
          options={[
            { value: "pdf", label: "PDF" },
            { value: "jpeg", label: "JPEG a page" },
          ]}
          value={output?.format === "jpeg" ? "jpeg" : "pdf"}
          onPick={(format) => take({ "plans.0.output.format": format })}
        />
      </Row>
      {output?.format === "pdf" && (
        <Row name="Pictures in it">
          <Pick
            label="How the PDF holds its pictures"
            options={[
              { value: "jpeg", label: "JPEG" },
              { value: "lossless", label: "Without loss" },
            ]}
            value={output.picture}
            onPick={(picture) => take({ "plans.0.output.picture": picture })}
          />
        </Row>
      )}
      <ProfileOfFiles request={request} />
      {request.files === "booklet" && <PaperFields request={request} unit={props.unit} />}
      {making}
    </div>
  );
}
