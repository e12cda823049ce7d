// Short names for the server's types.
import type { components } from "./schema";

type Schemas = components["schemas"];

export type Account = Schemas["Account"];
export type Unit = Account["unit"];
export type Light = Account["light"];
export type Blade = Schemas["Blade"];
export type Drawing = Schemas["Drawing"];
export type DrawnPiece = Schemas["DrawnPiece"];
export type BatchSlip = Schemas["BatchSlip"];
export type BatchState = Schemas["BatchState"];
export type BoxMm = DrawnPiece["picture"];
export type Cell = Schemas["Cell"];
export type CellRow = Schemas["CellRow"];
export type Choice = Schemas["Choice"];
export type Advice = Schemas["Advice"];
export type Measured = Schemas["Measured"];
export type Figure = Schemas["Figure"];
export type Finding = Schemas["Finding"];
export type KeepZone = Schemas["KeepZone"];
export type LeaveRoom = Schemas["LeaveRoom"];
export type PictureSheet = Schemas["PictureSheet"];
export type JobDetails = Schemas["JobDetails"];
export type JobSlip = Schemas["JobSlip"];
export type PictureFacts = Schemas["PictureFacts"];
export type PrintState = Schemas["PrintState"];
export type Plan = Schemas["Plan"];
export type Rail = Schemas["Rail"];
export type Reference = Schemas["Reference"];
export type ReadLength = Schemas["ReadLength"];
export type ReadSize = Schemas["ReadSize"];
export type OrderState = Schemas["OrderState"];
export type RunState = Schemas["RunState"];
export type SetEntry = Schemas["SetEntry"];
export type SizeEntry = Schemas["SizeEntry"];
export type SizeVerdict = Schemas["SizeVerdict"];
export type Survey = Schemas["Survey"];
export type SchoolRow = Schemas["SchoolRow"];
export type Silhouette = Schemas["Silhouette"];
export type Step = Blade["step"];
export type ZoneRow = Schemas["ZoneRow"];
export type Worksheet = Schemas["Worksheet"];

export const STEPS: readonly Step[] = ["picture", "size", "fit", "edge", "pixels", "distance", "handover"];
