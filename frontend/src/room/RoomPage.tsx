import type { RoomKept } from "../api/types";
import { TopBar } from "../frame/TopBar";
import { Coming } from "../shell/Coming";
import { typeset } from "../shell/typeset";
import { RoomRow } from "./RoomRow";
import { RulesCard } from "./RulesCard";
import { setRules, useRoom, useRoomChange, useRoomJobs } from "./useRoom";
import "./room.css";

/** What takes up room on disk, by job, and the rules by which made files go. */
export function RoomPage() {
  const room = useRoom();
  // Kept here: what another window set comes with a new card, and why one's own were not saved has to stay.
  const change = useRoomChange(setRules);
  return (
    <>
      <TopBar />
      <main className="space-y-4 px-5 py-3">
        <header>
          <h1 className="text-2xl font-semibold">Room on disk</h1>
          <p className="max-w-3xl">
            What this account keeps. Pictures, plans and their versions stay until you remove them; files that
            were made can go by a rule, since each can be made again from its plan, the same byte for byte.
          </p>
        </header>
        <Coming query={room} what="What is kept" />
        {room.data && (
          <>
            <Kept room={room.data} />
            <div className="grid items-start gap-4 min-[900px]:grid-cols-2">
              <RulesCard key={room.data.version} room={room.data} change={change} />
              <Jobs />
            </div>
          </>
        )}
      </main>
    </>
  );
}

function Kept({ room }: { room: RoomKept }) {
  const parts = room.parts.filter(({ share }) => share > 0);
  const all = parts.reduce((sum, { share }) => sum + share, 0);
  return (
    <section aria-label="What is kept" className="space-y-1.5">
      <p className="text-lg">{typeset(`${room.text}, of ${room.most_text} that it may keep`)}</p>
      <div className="room-bar" aria-hidden>
        {parts.map(({ name, share }, at) => (
          <i key={name} data-part={at} style={{ flexGrow: share / all }} />
        ))}
      </div>
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        {parts.map(({ name, text }, at) => (
          <li key={name} className="flex items-center gap-1.5">
            <i className="room-key" data-part={at} aria-hidden />
            {typeset(`${name}: ${text}`)}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Jobs() {
  const { data } = useRoomJobs();
  return (
    <section aria-label="Made files by job" className="panel min-h-24 space-y-1.5 p-3.5">
      <h2 className="text-lg font-semibold">Made files by job</h2>
      {data?.items.length === 0 && <p>No file is kept. Those that you make stand here, by their jobs.</p>}
      <ul>
        {data?.items.map((job) => (
          <RoomRow key={job.job ?? 0} job={job} />
        ))}
      </ul>
      {data?.more && <p className="soft">Other jobs hold less than these.</p>}
    </section>
  );
}
