import type { ShelfPlace } from "../shell/Shelf";

/** What opens from a word of the top line; a word comes with its first place. */
export const SHELVES: readonly (readonly [word: string, places: readonly ShelfPlace[]])[] = [
  [
    "Planning",
    [
      { to: "/due", name: "What must begin", says: "The day seen backwards from what is due: today, this week, what is too late" },
      { to: "/leave-room", name: "Leave room", says: "What of the picture survives all the sizes wanted later" },
      { to: "/how-big", name: "How big", says: "The largest print of a picture, for each grade, and from where" },
      { to: "/canvas", name: "A new canvas", says: "Before drawing: how many pixels, and whether they fit" },
      { to: "/sensors", name: "Cameras", says: "How large cameras print, before buying or shooting" },
    ],
  ],
  [
    "Studio",
    [
      { to: "/sizes", name: "Sizes", says: "The sizes, frames and mats that this studio works with" },
      { to: "/stock", name: "Stock", says: "Media, rolls and sheets: what is left of each, and what it costs" },
      { to: "/devices", name: "Devices", says: "What is printed with: feeds, margins, grids, and what goes through" },
      { to: "/labs", name: "Labs", says: "Whom prints are sent to: sizes, prices, and what each does to a file" },
      { to: "/prices", name: "Prices", says: "What prints cost: by size, area, medium and edge, and what is done to them after" },
      { to: "/times", name: "Times", says: "How long printing, drying and finishing take, and when somebody works" },
      { to: "/lab-orders", name: "Orders at labs", says: "What was ordered, how it stands, and what came back beside what was planned" },
      { to: "/profiles", name: "Profiles", says: "The colours that devices print on papers, their white and their black" },
      { to: "/room", name: "Room on disk", says: "What takes up room, by job, and the rules by which made files go" },
      { to: "/photo-rules", name: "ID photo rules", says: "What authorities ask of a photo, and when that was read" },
    ],
  ],
  [
    "Trials & log",
    [
      { to: "/trials", name: "Trials", says: "What people could tell apart on paper, and what prints need by it" },
      { to: "/log", name: "Log", says: "Prints that were really made: on what, with what, and how they came out" },
    ],
  ],
]; // oxfmt-ignore

export interface Here {
  name: string;
  /** What one does here, in a sentence. */
  says: string;
  /** Its page of the handbook. */
  read: string;
}

/** Every page by how its address begins; the first that fits counts. */
const PAGES: readonly (readonly [begins: RegExp, here: Here])[] = [
  [/^\/$/, { name: "Jobs", says: "Every job with its prints, drawn to one scale. Add pictures to begin one.", read: "one-print" }],
  [/^\/jobs\//, { name: "A job", says: "The prints and layouts of one hall, one client, one evening, by how far they are.", read: "jobs" }],
  [/^\/prints\/\d+\/sizes/, { name: "Compare sizes", says: "One picture in many sizes, and what each costs it.", read: "compare-sizes" }],
  [/^\/prints\/\d+\/look/, { name: "Looking at the picture", says: "The picture at 100 %, at print size, or as it looks from its viewing distance.", read: "one-print#picture" }],
  [/^\/prints\/\d+\/proof/, { name: "Proof", says: "A part of the real file, made in every way, at its true size.", read: "one-print#pixels" }],
  [/^\/prints\/\d+\/versions/, { name: "Versions", says: "What changed when, two side by side, and the way back to any.", read: "jobs#versions" }],
  [/^\/prints\/\d+\/press/, { name: "Before paper", says: "The recipe for the print dialog, and what the device makes of the print.", read: "devices#before-paper" }],
  [/^\/(prints|pictures)\/[^/]+\/rescue/, { name: "Rescue", says: "A small bad file made fit to hang large: seven steps on a copy, seen before and after.", read: "rescue" }],
  [/^\/pictures\//, { name: "A picture", says: "What is known of one picture, what must be kept of it, and all its prints.", read: "one-print#picture" }],
  [/^\/prints\//, { name: "The bench", says: "One print in seven steps along the folding rule, from the picture to the file.", read: "one-print" }],
  [/^\/layouts\/new/, { name: "New layout", says: "Tiles, ID photos, life size, panels, a hanging, or prints together on a roll.", read: "tiles" }],
  [/^\/layouts\//, { name: "A layout", says: "Prints laid out on sheets, frames, a wall or a roll; the rule shows its steps.", read: "tiles" }],
  [/^\/batches\//, { name: "A batch", says: "Many pictures in many sizes: what needs a look, and all files at once.", read: "batch" }],
  [/^\/sizes/, { name: "Sizes", says: "The sizes that this studio works with, and sets of them.", read: "compare-sizes#the-size-library" }],
  [/^\/stock/, { name: "Stock", says: "What is printed on: media, rolls and sheets.", read: "stock" }],
  [/^\/due/, { name: "What must begin", says: "The day seen backwards from what is due.", read: "jobs#what-must-begin" }],
  [/^\/room/, { name: "Room on disk", says: "What this account keeps, and the rules by which made files go.", read: "jobs#room-on-disk" }],
  [/^\/times/, { name: "Times", says: "How long things take here, and when somebody works.", read: "jobs#what-must-begin" }],
  [/^\/prices/, { name: "Prices", says: "What this studio asks for its prints.", read: "jobs#prices" }],
  [/^\/lab-orders/, { name: "Orders at labs", says: "What was ordered, how it stands, and what came back.", read: "labs#orders" }],
  [/^\/labs/, { name: "Labs", says: "Whom prints are sent to, and what they do to files.", read: "labs" }],
  [/^\/devices/, { name: "Devices", says: "What is printed with, and what was measured of it.", read: "devices" }],
  [/^\/photo-rules/, { name: "ID photo rules", says: "What authorities ask of a photo.", read: "id-photos#rules" }],
  [/^\/trials/, { name: "Trials", says: "Strips that people judged without knowing what they looked at, and what follows for prints.", read: "trials" }],
  [/^\/log/, { name: "Log", says: "Prints that were really made, and how they came out.", read: "log" }],
  [/^\/judge/, { name: "Judging", says: "Two patches at a time: which is finer?", read: "trials#judging" }],
  [/^\/canvas/, { name: "A new canvas", says: "Before drawing: pixels, memory and layers for a finished size.", read: "new-canvas" }],
  [/^\/(how-big|sensors|leave-room)/, { name: "Planning", says: "Before a print: how large, with which camera, and how much room to leave.", read: "compare-sizes#before-the-shot" }],
  [/^\/(how-it-works|handbook)/, { name: "Help", says: "How the work goes, step by step, and where to read on.", read: "one-print" }],
]; // oxfmt-ignore

/** What the page at an address is for. */
export const hereAt = (pathname: string): Here | undefined =>
  PAGES.find(([begins]) => begins.test(pathname))?.[1];
