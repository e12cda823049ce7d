import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { client, must } from "../api/client";
import type { PictureSheet } from "../api/types";
import { commonScale, Silhouette } from "../jobs/Silhouette";
import { Grade } from "../shell/Grade";
import { Problem } from "../shell/Problem";
import { TopBar } from "../shell/TopBar";
import { typeset } from "../shell/typeset";
import "../sizes/sizes.css";

/** A picture's own page: the one file, what must be kept of it, and every print made of it. */
export function PicturePage() {
  const id = useParams()["picture"] ?? "";
  const sheet = useQuery({
    queryKey: ["pictures", id, "sheet"],
    queryFn: () => must<PictureSheet>(client.GET("/api/pictures/{picture_id}/sheet", { params: { path: { picture_id: id } } })),
  });
  return (
    <>
      <TopBar where={<b className="block truncate font-semibold">{sheet.data?.picture.name}</b>} />
      <main className="px-5 py-2">
        {sheet.error && <Problem message={sheet.error.message} />}
        {sheet.data && <Inside sheet={sheet.data} />}
      </main>
    </>
  );
}

function Inside({ sheet: { picture, prints } }: { sheet: PictureSheet }) {
  const scale = commonScale(prints.map((item) => item.print), 190, 150);
  const first = prints[0];
  const jobs = Map.groupBy(prints, (item) => item.job_title);
  return (
    <div className="grid grid-cols-[minmax(0,420px)_minmax(0,1fr)] gap-6 max-md:grid-cols-1">
      <section aria-label="The picture" className="space-y-3">
        <div className="desk grid place-items-center p-5">
          <div className="relative inline-block">
            <img src={`/api/pictures/${picture.id}/small.jpg`} alt={picture.name} className="max-h-80" style={{ boxShadow: "0 0 0 1px var(--sheet-line)" }} />
            {picture.keep.map((zone, index) => (
              <span key={index} className="picture-zone" title={zone.name}
                style={{ left: `${zone.x * 100}%`, top: `${zone.y * 100}%`, width: `${zone.w * 100}%`, height: `${zone.h * 100}%` }} />
            ))}
          </div>
        </div>
        <p>
          <b className="figure text-[17px] font-semibold">{typeset(`${picture.width_px} × ${picture.height_px} px`)}</b>{" "}
          <span className="soft">{picture.format}, {typeset(picture.size_text)}, one file for all its prints</span>
        </p>
        {picture.keep.length > 0 && (
          <p className="soft">To be kept: {picture.keep.map((zone) => zone.name || "zone").join(", ")}. New prints begin with it.</p>
        )}
        {first && (
          <Link className="plain-button inline-flex items-center" to={`/prints/${first.print.id}/sizes`}>
            Which sizes does it want?
          </Link>
        )}
      </section>
      <section aria-label="Prints of it" className="space-y-4">
        <h1 className="text-2xl font-semibold">{prints.length === 1 ? "1 print" : `${prints.length} prints`} of this picture</h1>
        {prints.length === 0 && <p className="soft">No prints yet. Bring the picture into a job to make one.</p>}
        {[...jobs].map(([title, items]) => (
          <div key={title}>
            <h2 className="soft mb-2">
              <Link className="hover:underline" to={`/jobs/${items[0]?.job}`}>{title}</Link>
            </h2>
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
      </section>
    </div>
  );
}
