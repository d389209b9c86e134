/** The shapes the API answers with, under the names the views use. */
import type { Schemas } from './client';

export type Job = Schemas['JobView'];
export type JobSummary = Schemas['JobSummary'];
export type Structure = Schemas['StructureView'];
export type StructureSummary = Schemas['StructureSummary'];
export type StructureResult = Schemas['StructureResult'];
export type Square = Schemas['SquareResult'];
export type Call = Schemas['CallResult'];
export type Pull = Schemas['PullView'];
export type Preview = Schemas['PreviewView'];
export type Length = Schemas['ShownLength'];
export type LengthRead = Schemas['LengthRead'];
export type Stage = Schemas['StageView'];
export type StageName = Schemas['StageName'];
export type Units = Schemas['Units'];
export type PlanDoc = Schemas['Plan-Input'];
export type Footprint = PlanDoc['footprint'];
export type Step = Schemas['Step'];
export type Walk = Schemas['WalkView'];
export type Shape = Schemas['ShapeView'];
export type Board = Schemas['BoardResult'];
export type Family = Schemas['FamilyResult'];
export type Method = Schemas['MethodResult'];
export type Control = Schemas['Control'];
export type Outline = Schemas['OutlineRead'];
export type LogEntry = Schemas['LogEntryView'];
export type Place = Schemas['Place'];
