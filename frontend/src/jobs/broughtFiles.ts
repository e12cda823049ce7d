// What is brought at once: files and whole folders, dropped, pasted or chosen.
import { fromEvent } from "file-selector";

/** What the file chooser shows of a folder. */
export const PICTURES_TAKEN =
  "image/jpeg,image/tiff,image/png,image/webp,image/heic,image/avif,.tif,.tiff,.heic,.heif,.avif";
const ENDINGS = /\.(jpe?g|tiff?|png|webp|heic|heif|avif)$/i;

/** The pictures among what was brought, and how many files of folders are none. */
export interface Brought {
  pictures: File[];
  passed: number;
}

/** Everything that was dropped or pasted, whole folders with all that lies in them. */
export async function broughtBy(event: DragEvent | ClipboardEvent): Promise<Brought> {
  const all = await fromEvent(event);
  return broughtOf(all.filter((one): one is (typeof all)[number] & File => one instanceof File));
}

/** A file that was named alone is taken in any case, and refused in words where it is no picture; what merely lies in a folder
    beside the pictures (a text, a hidden list) is passed over. In the order in which people count: 2 before 10. */
export function broughtOf(files: readonly File[]): Brought {
  const pictures = files.filter((file) => !inFolder(file) || ENDINGS.test(file.name));
  return {
    pictures: pictures.toSorted((one, other) => asCounted.compare(placeOf(one), placeOf(other))),
    passed: files.length - pictures.length,
  };
}

const asCounted = new Intl.Collator("en", { numeric: true });
const placeOf = (file: File) =>
  (file as { relativePath?: string }).relativePath ?? (file.webkitRelativePath || file.name);
const inFolder = (file: File) =>
  placeOf(file)
    .replace(/^\.?\//, "")
    .includes("/");
