import { typeset } from "../shell/typeset";
import { over, useMeasured } from "./useMeasured";

/** What was measured of a picture's pixels, each with what it means; asked for until it is there. */
export function MeasuredList({ picture }: { picture: string }) {
  const { data } = useMeasured(picture);
  return (
    <section aria-label="Measured in its pixels" className="measured">
      <h3 className="part-title">Measured in its pixels</h3>
      {!over(data) && <p className="soft">Being measured. Nothing has to wait for it.</p>}
      {data?.state === "failed" && <p className="soft">{data.problem}</p>}
      <dl className="grid grid-cols-[92px_1fr] gap-x-3 gap-y-1">
        {data?.measures.map((measure) => (
          <div key={measure.id} className="contents">
            <dt className="soft">{measure.label}</dt>
            <dd title={measure.source}>
              <span className="figure text-[16px]">{typeset(measure.text)}</span>
              <span className="soft block">{measure.meaning}</span>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
