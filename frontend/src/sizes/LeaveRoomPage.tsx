import { pixelCount } from "../fields/pixelCount";
import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useRef, useState } from "react";
import { client, must } from "../api/client";
import type { LeaveRoom } from "../api/types";
import { TypedField } from "../fields/TypedField";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { TopBar } from "../frame/TopBar";
import { typeset } from "../shell/typeset";
import { useSize } from "../drawing/useSize";
import { Check } from "../fields/Check";
import { SetPicker, TYPED } from "./SetPicker";
import "./sizes.css";

const RATIOS = ["3:2", "4:3", "16:9", "1:1"] as const;
const PIXELS: Record<string, string> = {
  "3:2": "6000 × 4000",
  "4:3": "5184 × 3888",
  "16:9": "6000 × 3375",
  "1:1": "4000 × 4000",
};

/** Ratios that are wanted again and again; ticked, they take the place of a set of sizes. */
const WANTED = ["1:1", "5:4", "4:3", "7:5", "3:2", "16:9", "3:1"] as const;
const FIRST_SET = "group:Photo sizes, centimetres";

const tickedIn = (set: string): string[] =>
  set.startsWith(TYPED) ? WANTED.filter((one) => set.slice(TYPED.length).split("; ").includes(one)) : [];
const tickedSet = (ticked: readonly string[]): string =>
  ticked.length ? TYPED + ticked.join("; ") : FIRST_SET;

/** Before the shot: the part of the frame that survives every wanted size. */
export function LeaveRoomPage() {
  const [ratio, setRatio] = useState("3:2");
  const before = useRef(ratio);
  const [set, setSet] = useState(FIRST_SET);
  const [both, setBoth] = useState(false);
  const [pixels, setPixels] = useState(PIXELS["3:2"] ?? "");
  const asked = useDeferredValue(ratio);
  const ticked = tickedIn(set);
  const query = { ratio: asked, set, both };
  const room = useQuery({
    queryKey: ["leave-room", query],
    // Nothing is typed yet.
    enabled: set !== TYPED,
    placeholderData: (old: LeaveRoom | undefined) => old,
    retry: false,
    queryFn: () => must(client.GET("/api/leave-room", { params: { query } })),
  });
  const words = new URLSearchParams({ ratio: asked, set, both: String(both) });
  // A ratio that the server can lay out is one; half of one is not shown as an error at each key.
  const readRatio = async (text: string) => {
    await must(client.GET("/api/leave-room", { params: { query: { ...query, ratio: text } } }));
    return { value: text, open: true };
  };
  const take = (next: string) => {
    setRatio(next);
    setPixels(PIXELS[next] ?? pixels);
  };
  return (
    <div className="flex h-dvh min-h-[620px] flex-col">
      <TopBar />
      <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_338px] gap-3 px-5 pt-1 pb-4 max-md:block">
        <div className="desk min-h-[300px]">{room.data && <Frame room={room.data} />}</div>
        <section
          className="panel flex min-h-0 flex-col gap-3 overflow-y-auto px-4 py-3"
          aria-label="Frame and sizes"
        >
          <h1 className="text-[17px] font-semibold">Leave room in the frame</h1>
          <Pick
            label="Camera's ratio"
            options={RATIOS.map((value) => ({ value, label: value }))}
            value={RATIOS.find((item) => item === ratio) ?? null}
            onPick={take}
          />
          <TypedField
            narrow
            label="or your own"
            inputClass="!w-48"
            value={ratio}
            keeps="frame"
            read={readRatio}
            onStart={() => {
              before.current = ratio;
            }}
            onRead={setRatio}
            onBack={() => setRatio(before.current)}
            onDone={() => undefined}
          />
          <SetPicker typed value={set} onSet={setSet} label="Wanted later" />
          <div role="group" aria-label="Ratios" className="flex flex-wrap gap-x-4">
            {WANTED.map((one) => (
              <Check
                key={one}
                label={one}
                checked={ticked.includes(one)}
                onChange={(on) =>
                  setSet(tickedSet(on ? [...ticked, one] : ticked.filter((held) => held !== one)))
                }
              />
            ))}
          </div>
          <label className="flex min-h-6 items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={both}
              onChange={(event) => setBoth(event.target.checked)}
            />
            It may be printed lying or standing
          </label>
          {room.error && <Problem message={room.error.message} />}
          {room.data && !room.error && (
            <p className="finding" data-level="note" data-testid="room-words">
              <b>{typeset(room.data.area_text)}</b>{" "}
              {room.data.sizes.length === 1 ? "survives." : `survives in all ${room.data.sizes.length}.`} Keep
              what matters within {typeset(room.data.width_text)} and {typeset(room.data.height_text)}:{" "}
              {typeset(room.data.side_text)} clear at each side, {typeset(room.data.end_text)} above and
              below.
            </p>
          )}
          <h2 className="font-semibold">For the camera bag</h2>
          <a
            className="plain-button flex items-center justify-center"
            href={`/api/leave-room.pdf?${words}`}
            download
          >
            Sheet for the bag, PDF
          </a>
          <label className="block">
            The camera&apos;s pixels
            <input
              className="field figure mt-0.5 text-[16px]"
              value={pixels}
              onChange={(event) => setPixels(event.target.value)}
            />
          </label>
          <a
            className="plain-button flex items-center justify-center"
            href={`/api/leave-room.png?${words}&pixels=${encodeURIComponent(pixelCount(pixels)?.join(" × ") ?? pixels)}`}
            download
          >
            Overlay with transparency, PNG
          </a>
          <h2 className="font-semibold">What each keeps</h2>
          <ul className="space-y-0.5">
            {room.data?.sizes.map((size, index) => (
              <li key={`${size.key}-${index}`} className="flex justify-between gap-2">
                <span className="truncate">
                  {size.name} <span className="soft">{size.ratio}</span>
                </span>
                <span className="figure whitespace-nowrap text-[15px]">
                  {typeset(size.kept.replace(" of the frame", ""))}
                </span>
              </li>
            ))}
          </ul>
        </section>
      </main>
    </div>
  );
}

/** The frame with the surviving area, its thirds, and the outline of every size. */
function Frame({ room }: { room: LeaveRoom }) {
  const { element, width, height } = useSize<HTMLDivElement>();
  const [fw, fh] = room.frame as [number, number];
  const scale = Math.max(0, Math.min((width - 120) / fw, (height - 110) / fh));
  const [w, h] = [fw * scale, fh * scale];
  const at = ([x, y, bw, bh]: readonly number[]) => ({
    x: (x ?? 0) * w,
    y: (y ?? 0) * h,
    width: (bw ?? 0) * w,
    height: (bh ?? 0) * h,
  });
  const safe = at(room.safe);
  const [x, y] = [(width - w) / 2, (height - h) / 2];
  const outlines = [...new Map(room.sizes.map((size) => [size.box.join(), size])).values()];
  return (
    <div ref={element} className="h-full w-full" data-testid="frame">
      {scale > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`The frame: ${room.width_text} and ${room.height_text} survive.`}
        >
          <g transform={`translate(${x} ${y})`}>
            <rect className="frame-veil" width={w} height={h} />
            <rect width={w} height={h} fill="var(--color-base-300)" opacity={0.55} />
            <rect className="frame-safe" {...safe} />
            {outlines.map((size) => (
              <rect
                key={size.key}
                {...at(size.box)}
                fill="none"
                stroke="var(--color-base-content)"
                strokeWidth={0.8}
                strokeDasharray="5 4"
                opacity={0.6}
              />
            ))}
            {[1, 2].map((third) => (
              <g key={third} stroke="var(--soft)" strokeWidth={0.8} strokeDasharray="1 4">
                <line
                  x1={safe.x + (safe.width * third) / 3}
                  x2={safe.x + (safe.width * third) / 3}
                  y1={safe.y}
                  y2={safe.y + safe.height}
                />
                <line
                  x1={safe.x}
                  x2={safe.x + safe.width}
                  y1={safe.y + (safe.height * third) / 3}
                  y2={safe.y + (safe.height * third) / 3}
                />
              </g>
            ))}
            <text
              className="figure"
              x={safe.x + safe.width / 2}
              y={safe.y + safe.height / 2 + 8}
              textAnchor="middle"
              fontSize={24}
              fontWeight={600}
              fill="var(--color-base-content)"
            >
              {typeset(room.area_text.replace(" of the frame", ""))}
            </text>
            <text
              className="figure"
              x={safe.x + safe.width / 2}
              y={-12}
              textAnchor="middle"
              fontSize={15.5}
              fontWeight={600}
              fill="var(--desk-ink)"
            >
              {typeset(room.width_text)}
            </text>
            <text
              className="figure"
              x={-14}
              y={safe.y + safe.height / 2}
              textAnchor="middle"
              fontSize={15.5}
              fontWeight={600}
              fill="var(--desk-ink)"
              transform={`rotate(-90 -14 ${safe.y + safe.height / 2})`}
            >
              {typeset(room.height_text)}
            </text>
            {safe.x > 34 && (
              <text
                x={safe.x / 2}
                y={h / 2 + 5}
                textAnchor="middle"
                fontSize={15}
                fontWeight={500}
                className="figure frame-word"
                fill="var(--color-base-content)"
              >
                {typeset(room.side_text)}
              </text>
            )}
            {safe.y > 20 && (
              <text
                className="figure frame-word"
                x={w / 2}
                y={safe.y / 2 + 5}
                textAnchor="middle"
                fontSize={15}
                fontWeight={500}
                fill="var(--color-base-content)"
              >
                {typeset(room.end_text)}
              </text>
            )}
          </g>
        </svg>
      )}
    </div>
  );
}
