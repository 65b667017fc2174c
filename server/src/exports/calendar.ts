import { type StoredPlan } from '@fellmist/contract';
import { planDay, type PlanAsk } from '@fellmist/core/bake';
import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';

const at = (seconds: number): Date => new Date(seconds * 1000);

/** A plan as an iCalendar file [RFC 5545]: an event a step, an alarm where your hands are wanted or a look is due, the serving at its end. */
export function calendarOf({ id, plan }: StoredPlan, ask: PlanAsk, now: string): string {
  const day = planDay(ask);
  const titles = new Map(ask.treats.map((treat) => [treat.id, treat.title]));
  const calendar = ical({ name: plan.name, prodId: { company: 'Fellmist', product: 'Day plan', language: 'EN' }, method: ICalCalendarMethod.PUBLISH });
  for (const { step, treatId, startS, endS } of day.steps) {
    const event = calendar.createEvent({
      id: `${step.id.replaceAll(' ', '-')}@${id}.fellmist`,
      stamp: at(Date.parse(now) / 1000),
      start: at(startS),
      end: at(Math.max(endS, startS + 60)),
      summary: `${titles.get(treatId) ?? ''}: ${step.words}`,
    });
    if (step.needsYou) event.createAlarm({ type: ICalAlarmType.display, trigger: at(startS), description: step.words });
    if (step.lookS !== undefined) event.createAlarm({ type: ICalAlarmType.display, trigger: at(startS + step.lookS), description: `${titles.get(treatId) ?? ''}: look` });
  }
  for (const { id: treatId, title } of ask.treats) {
    const served = day.served[treatId];
    if (served !== undefined)
      calendar.createEvent({ id: `${treatId}-served@${id}.fellmist`, stamp: at(Date.parse(now) / 1000), start: at(served), end: at(served + 60), summary: `${title}: served` });
  }
  return calendar.toString();
}
