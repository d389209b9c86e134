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
export type PlanInput = Schemas['Plan'];
export type LogEntry = Schemas['LogEntryView'];
export type Place = Schemas['Place'];
