import { pixelCount } from "../fields/pixelCount";
import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { client, must } from "../api/client";
import type { HowBig, ReadSize } from "../api/types";
import { LengthField, SizeField } from "../fields/LengthField";
import { TypedField } from "../fields/TypedField";
import { TopBar } from "../frame/TopBar";
import { usePreferences } from "../session/useSession";
import { Coming } from "../shell/Coming";
import { gradeWord } from "../shell/Grade";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import "./howbig.css";
import { useNewestPictures } from "../pictures/usePictures";
import { MediumPick, useFactor } from "./MediumPick";
import { Prints } from "./Prints";

const RATIOS = ["1:1", "5:4", "4:3", "3:2", "16:9", "2:1", "3:1"];
const nothing = () => undefined;

/** How big can it be printed, and from where is a wanted size clean? From a picture, or from pixels alone. */
export function HowBigPage() {
  const { account } = usePreferences();
  const [search, setSearch] = useSearchParams();
  const asked = {
    picture: search.get("picture") ?? "",
    pixels: search.get("pixels") ?? "6000 × 4000",
    ratio: search.get("ratio") ?? "",
    medium: search.get("medium") ?? "satin photo paper",
    distance: search.get("distance") ?? "60 cm",
    size: search.get("size") ?? "",
  };
  const tell = (change: Partial<typeof asked>) => {
    // What the address says by now: two fields may be understood before the page is drawn again.
    const now = Object.fromEntries(new URLSearchParams(window.location.search));
    setSearch({ ...asked, ...now, ...change }, { replace: true });
  };
  const factor = useFactor(asked.medium);
  const { picture, pixels, ratio, distance, size } = asked;
  const query = {
    ...(picture ? { picture } : { pixels }),
    ratio,
    factor,
    distance,
    size,
    unit: account.unit,
  };
  const found = useQuery({
    queryKey: ["how-big", query],
    placeholderData: (old: HowBig | undefined) => old,
    retry: false,
    queryFn: () => must(client.GET("/api/how-big", { params: { query } })),
  });
  const csv = `/api/how-big.csv?${new URLSearchParams({ ...query, factor: String(factor) }).toString()}`;
  const pictures = useNewestPictures(picture);
  const facts = pictures.find((one) => one.id === picture);
  const sides: [number, number] = facts ? [facts.width_px, facts.height_px] : (pixelCount(pixels) ?? [3, 2]);
  const readPixels = async (text: string) => {
    await must(client.GET("/api/how-big", { params: { query: { ...query, pixels: text } } }));
    return { value: text, open: true };
  };
  return (
    <div className="bench">
      <TopBar>
        <a className="plain-button inline-flex items-center" href={csv} download>
          As a table, CSV
        </a>
      </TopBar>
      <main className="howbig">
        <section className="desk howbig-scene" aria-label="The largest prints">
          <Coming query={found} what="The answer" />
          {found.data && (
            <>
              <div className="px-5 pt-4">
                <h1 className="text-[22px] leading-7 font-semibold" data-testid="headline">
                  {typeset(found.data.headline)}
                </h1>
                <p className="pt-1">
                  {typeset(found.data.about)}, {asked.medium}.
                  {found.data.loss_text &&
                    ` Cropping to it loses ${typeset(found.data.loss_text)} of the picture.`}
                </p>
              </div>
              <Prints found={found.data} picture={picture ? `/api/pictures/${picture}/bench.jpg` : null} />
              <ul className="figure px-5 pb-3 text-[15.5px]" aria-label="How it was worked out">
                {found.data.workings.map((line) => (
                  <li key={line}>{typeset(line)}</li>
                ))}
              </ul>
            </>
          )}
        </section>
        <section
          aria-label="From what, for whom"
          className="panel flex min-h-0 flex-col gap-3 overflow-y-auto px-4 py-3"
        >
          <h2 className="text-[17px] font-semibold">From what, for whom</h2>
          <label className="block">
            Picture
            <select
              aria-label="Picture"
              className="field mt-0.5 w-full"
              value={picture}
              onChange={(event) => tell({ picture: event.target.value })}
            >
              <option value="">none: pixels typed</option>
              {pictures.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}, {one.width_px} × {one.height_px} px
                </option>
              ))}
            </select>
          </label>
          {!picture && (
            <TypedField
              narrow
              label="Pixels"
              inputClass="figure !w-40"
              value={pixels}
              keeps="answer"
              read={readPixels}
              onStart={nothing}
              onRead={(next) => tell({ pixels: next })}
              onBack={nothing}
              onDone={nothing}
            />
          )}
          <label className="flex items-center justify-between gap-3">
            Cropped to
            <select
              className="field !w-40"
              value={ratio}
              onChange={(event) => tell({ ratio: event.target.value })}
            >
              <option value="">as it is</option>
              {RATIOS.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </select>
          </label>
          <MediumPick value={asked.medium} onPick={(medium) => tell({ medium })} />
          <LengthField
            narrow
            label="Viewing distance"
            inputClass="figure !w-40"
            unit={account.unit}
            purpose="distance"
            value={distance}
            keeps="answer"
            onStart={nothing}
            onRead={(next) => tell({ distance: next })}
            onBack={nothing}
            onDone={nothing}
          />
          {found.error && <Problem message={found.error.message} />}
          {found.data && <Grades found={found.data} />}
          <h3 className="part-title">The other way: from a size to pixels</h3>
          <SizeField
            narrow
            label="A print of"
            inputClass="figure !w-40"
            unit={account.unit}
            picture={sides}
            value={size}
            keeps="answer"
            placeholder="2 x 3 m"
            onStart={nothing}
            onRead={(next: ReadSize) => tell({ size: `${next.width} x ${next.height}` })}
            onBack={nothing}
            onDone={nothing}
          />
          {found.data?.reverse && (
            <p data-testid="reverse">
              {typeset(found.data.reverse.size_text)} looks clean from{" "}
              <b className="figure text-[19px]" data-legend="word:grade-clean">
                {typeset(found.data.reverse.clean_text)}
              </b>
              <span className="soft block">{typeset(found.data.reverse.enlarged_text)}</span>
              {found.data.reverse.loss_text && (
                <span className="soft block">{typeset(found.data.reverse.loss_text)}</span>
              )}
            </p>
          )}
          {found.data?.detail_text && (
            <p className="finding" data-level="note">
              {typeset(found.data.detail_text)}
            </p>
          )}
        </section>
        {found.data && (
          <section className="panel howbig-sensors" aria-label="By camera">
            <div>
              <h2 className="font-semibold">By camera</h2>
              <Link
                className="underline"
                to={`/sensors?${new URLSearchParams({ distance, medium: asked.medium })}`}
              >
                clean; the whole table
              </Link>
            </div>
            <dl>
              {found.data.sensors.map((one) => (
                <div key={one.label}>
                  <dt className="soft">{typeset(one.label)}</dt>
                  <dd className="figure text-[18px] font-semibold" data-legend="word:grade-clean">
                    {typeset(one.text)}
                  </dd>
                </div>
              ))}
            </dl>
          </section>
        )}
      </main>
    </div>
  );
}

/** The largest print of each grade, at the distance and seen whole. */
function Grades({ found }: { found: HowBig }) {
  return (
    <table className="howbig-grades">
      <thead>
        <tr>
          <th scope="col">grade</th>
          <th scope="col">at this distance</th>
          <th scope="col">seen as a whole print</th>
        </tr>
      </thead>
      <tbody>
        {found.largest.map((one) => (
          <tr key={one.grade}>
            <th scope="row" data-legend={`word:grade-${one.grade}`}>
              {gradeWord(one.grade)}
            </th>
            <td className="figure">{typeset(one.text)}</td>
            <td className="figure" data-legend="word:whole-print">
              {typeset(one.whole_text)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
