import { Link, useNavigate, useParams } from "react-router";
import { client, must } from "../api/client";
import type { PictureFacts } from "../api/types";
import { usePages } from "../api/usePages";
import { commonScale, Silhouette } from "../drawing/Silhouette";
import { Grade } from "../shell/Grade";
import { Coming } from "../shell/Coming";
import { TopBar } from "../frame/TopBar";
import { typeset } from "../shell/typeset";
import "../sizes/sizes.css";
import { KeepingFields } from "./KeepingFields";
import { PictureFactsList } from "./PictureFactsList";
import { PictureZones } from "./PictureZones";
import { usePicture } from "./usePictures";

/** A picture's own page: the one file, what must be kept of it, and every print made of it. */
export function PicturePage() {
  const id = useParams()["picture"] ?? "";
  const picture = usePicture(id);
  return (
    <>
      <TopBar
        where={
          <b className="block truncate font-semibold" dir="auto">
            {picture.data?.name}
          </b>
        }
      />
      <main className="px-5 py-2">
        <Coming query={picture} what="The picture" />
        {picture.data && <Inside picture={picture.data} />}
      </main>
    </>
  );
}

function Inside({ picture }: { picture: PictureFacts }) {
  const pages = usePages(["jobs", "of picture", picture.id], (cursor) =>
    must(
      client.GET("/api/pictures/{picture_id}/prints", {
        params: { path: { picture_id: picture.id }, query: cursor ? { cursor } : {} },
      }),
    ),
  );
  const prints = pages.items;
  const scale = commonScale(
    prints.map((item) => item.print),
    190,
    150,
  );
  const go = useNavigate();
  const first = prints[0];
  const jobs = Map.groupBy(prints, (item) => item.job_title);
  return (
    <div className="grid grid-cols-[minmax(0,5fr)_minmax(0,4fr)] items-start gap-6 max-md:grid-cols-1">
      <h1 className="sr-only">{picture.name}</h1>
      <PictureZones key={picture.id} picture={picture} />
      <div className="space-y-6">
        <section aria-label="About this picture" className="panel space-y-3 px-4 py-3">
          <PictureFactsList picture={picture} />
          <div className="flex flex-wrap gap-2">
            {first && (
              <Link className="plain-button inline-flex items-center" to={`/prints/${first.print.id}/sizes`}>
                Compare sizes
              </Link>
            )}
            <Link className="plain-button inline-flex items-center" to={`/pictures/${picture.id}/rescue`}>
              Rescue
            </Link>
          </div>
          <KeepingFields
            key={picture.id}
            picture={picture.id}
            name={picture.name}
            onGone={() => void go("/")}
          />
        </section>
        <section aria-label="Prints of it" className="space-y-4">
          <h2 className="text-lg font-semibold">
            {prints.length === 1 ? "1 print" : `${prints.length} prints${pages.whole ? "" : " and more"}`} of
            this picture, one file for all
          </h2>
          {pages.whole && prints.length === 0 && (
            <p className="soft">No prints yet. Add the picture to a job to make one.</p>
          )}
          {[...jobs].map(([title, items]) => (
            <div key={title}>
              <h3 className="soft mb-2">
                <Link
                  className="[overflow-wrap:anywhere] hover:underline"
                  dir="auto"
                  to={`/jobs/${items[0]?.job}`}
                >
                  {title}
                </Link>
              </h3>
              <ul className="flex flex-wrap items-end gap-x-6 gap-y-4">
                {items.map(({ print }) => (
                  <li key={print.id}>
                    <Link to={`/prints/${print.id}`} className="block min-w-20 rounded hover:underline">
                      <Silhouette print={print} scale={scale} />
                      <span className="figure mt-1 block text-[16px]">{typeset(print.size_text)}</span>
                    </Link>
                    <Grade grade={print.grade ?? ""} />
                  </li>
                ))}
              </ul>
            </div>
          ))}
          {prints.length > 0 && !pages.whole && (
            <button type="button" className="plain-button" onClick={pages.more}>
              Show more
            </button>
          )}
        </section>
      </div>
    </div>
  );
}
