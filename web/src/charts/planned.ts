import type { Comparison } from '../lib/compared';

/** Training's caught and false alarms, as shares of a population with the event rate that is shown. */
function trainingCells(all: Comparison, depth: number, capture: number) {
  const own = all.part.trainingEvents / all.part.trainingRecords;
  const rate = all.rate.eventFactor === 1 ? own : all.rate.eventRate;
  const falseAlarms = ((depth - capture * own) / (1 - own)) * (1 - rate);
  return { caught: capture * rate, falseAlarms, rate };
}

export function trainingPrecision(
  all: Comparison,
  depth: number,
  capture: number,
): { precision: number; lift: number } {
  const { caught, falseAlarms, rate } = trainingCells(all, depth, capture);
  const precision = caught / (caught + falseAlarms);
  return { precision, lift: precision / rate };
}

/** Net value of the chosen candidate's training curve, as if validation had ranked like that. */
export function trainingGain(all: Comparison, depth: number, capture: number): number {
  const { caught, falseAlarms } = trainingCells(all, depth, capture);
  const { perRecord, perEvent, perValue } = all.money.worth;
  const ofEvent = (perRecord + perEvent + perValue) / all.rate.eventFactor;
  return all.part.records * (ofEvent * caught + (perRecord / all.rate.otherFactor) * falseAlarms);
}

/** Lift of so many events among so many records, at the planned rate. */
export function liftOf(all: Comparison, records: number, events: number): number {
  const caught = all.rate.eventFactor * events;
  return caught / (caught + all.rate.otherFactor * (records - events)) / all.rate.eventRate;
}
