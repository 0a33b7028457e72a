import type { BriefView as Brief } from '../api/schema';
import type { Comparison } from './compared';
import type { AtCut } from './curve';

/** What each of the four cells is worth at a cut; together the net value. */
export interface CellMoney {
  caught: number;
  falseAlarms: number;
  missed: number;
  leftAlone: number;
}

export function cellMoney(brief: Brief, all: Comparison, at: AtCut): CellMoney {
  const { gainIfCaught, actionCost, missCost, falseAlarmCost, leaveValue, successRate } =
    brief.decision.stakes;
  const valued = all.rate.eventFactor * at.valued;
  const total =
    all.rate.eventFactor * (all.money.valueColumn === null ? all.part.events : all.money.totalValue);
  return {
    caught: (successRate * gainIfCaught - (1 - successRate) * missCost) * valued - actionCost * at.caught,
    falseAlarms: -(falseAlarmCost + actionCost) * at.falseAlarms,
    missed: -missCost * (total - valued),
    leftAlone: leaveValue * at.leftAlone,
  };
}
