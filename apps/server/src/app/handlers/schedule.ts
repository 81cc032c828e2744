import { purchaseEndpoints, scheduleEndpoints, yardstickEndpoints } from '@udrel/contract/endpoints';
import { agreeBegin } from '../../diary/agree-begin';
import { calendarOf } from '../../diary/feed';
import { makeFeed, viewFeeds } from '../../diary/feed-links';
import { viewOpenList } from '../../diary/open-list';
import { viewDiary, viewMoved } from '../../diary/view-diary';
import { agreeVisit, changeVisit, settleVisit } from '../../visits/visits';
import { sharedRead } from '../../platform/database/shared-read';
import { handlers } from '../../platform/http/handlers';
import { sendCsv } from '../../platform/http/send-csv';
import { planSame } from '../../planning/accept-plan';
import { sendFile } from '../../papers/send-paper';
import { considerLate, latePurchase, placePurchase, receivePurchase } from '../../purchases/purchases';
import { viewToOrder } from '../../purchases/view-to-order';
import { viewNight } from '../../schedule/before-closing';
import { setPerson, viewPeople } from '../../schedule/people';
import { viewSchedule } from '../../schedule/view-schedule';
import { viewWhatIf } from '../../schedule/what-if';
import { equipmentRecord } from '../../yardsticks/equipment-record';
import { trackRecord } from '../../yardsticks/track-record';
import { linesOf, viewYardsticks, YARDSTICK_COLUMNS } from '../../yardsticks/view-yardsticks';
import { readHours, setHours } from '../../shop/hours';

// Every browser that shows the Floor asks for it at each change.
const [schedule, night] = [sharedRead(viewSchedule), sharedRead(viewNight)];

export const scheduleHandlers = handlers(scheduleEndpoints, {
  hours: ({ manager }) => readHours(manager),
  setHours: (call) => setHours(call, call.body),
  whatIf: (call) => viewWhatIf(call, call.query),
  people: ({ manager }) => viewPeople(manager),
  setPerson: (call) => setPerson(call, call.params.id, call.body),
  schedule: ({ manager, now }) => schedule(manager, now),
  night: ({ manager, now }) => night(manager, now),
  diary: ({ manager, now, query }) => viewDiary(manager, now, query),
  moved: ({ manager, now, query }) => viewMoved(manager, now, query),
  openList: ({ manager, now }) => viewOpenList(manager, now),
  feeds: (call) => viewFeeds(call),
  makeFeed: (call) => makeFeed(call, call.body),
  calendar: async ({ manager, params, now, response }) =>
    sendFile(response, 'text/calendar', 'diary.ics', await calendarOf(manager, params.token, now)),
  agreeVisit: (call) => agreeVisit(call, call.body),
  changeVisit: (call) => changeVisit(call, call.params.id, call.body),
  settleVisit: (call) => settleVisit(call, call.params.id, call.body),
  planSame: async (call) => {
    await planSame(call, call.params.tag, call.body.tags);
    return call.body;
  },
  agreeBegin: (call) => agreeBegin(call, call.params.tag, call.body),
});

export const purchaseHandlers = handlers(purchaseEndpoints, {
  toOrder: ({ manager, now }) => viewToOrder(manager, now),
  placePurchase: (call) => placePurchase(call, call.body),
  receivePurchase: (call) => receivePurchase(call, call.params.id, call.body),
  considerLate: (call) => considerLate(call, call.params.id, call.query.expected),
  latePurchase: (call) => latePurchase(call, call.params.id, call.body),
});

export const yardstickHandlers = handlers(yardstickEndpoints, {
  yardsticks: async ({ reports, now, query }) => ({
    ...(await viewYardsticks(reports.manager, now, query)),
    behind: reports.behind,
  }),
  trackRecord: ({ manager, params }) => trackRecord(manager, params.tag),
  equipmentRecord: ({ manager, params }) => equipmentRecord(manager, params.tag),
  yardstickExport: async ({ reports, now, query, response }) => {
    const figures = await viewYardsticks(reports.manager, now, query);
    return sendCsv(response, 'yardsticks', YARDSTICK_COLUMNS, inOne(linesOf(figures)));
  },
});

async function* inOne(lines: object[]) {
  yield await Promise.resolve(lines);
}
