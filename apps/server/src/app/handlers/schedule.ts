import { scheduleEndpoints } from '@udrel/contract/endpoints';
import { agreeBegin } from '../../diary/agree-begin';
import { viewDiary, viewMoved } from '../../diary/view-diary';
import { agreeVisit, changeVisit, settleVisit } from '../../diary/visits';
import { handlers } from '../../platform/http/handlers';
import { viewNight } from '../../schedule/before-closing';
import { setPerson, viewPeople } from '../../schedule/people';
import { viewSchedule } from '../../schedule/view-schedule';
import { viewWhatIf } from '../../schedule/what-if';
import { readHours, setHours } from '../../shop/hours';

export const scheduleHandlers = handlers(scheduleEndpoints, {
  hours: ({ manager }) => readHours(manager),
  setHours: (call) => setHours(call, call.body),
  whatIf: (call) => viewWhatIf(call, call.query),
  people: ({ manager }) => viewPeople(manager),
  setPerson: (call) => setPerson(call, call.params.id, call.body),
  schedule: ({ manager, now }) => viewSchedule(manager, now),
  night: ({ manager, now }) => viewNight(manager, now),
  diary: ({ manager, now, query }) => viewDiary(manager, now, query),
  moved: ({ manager, now, query }) => viewMoved(manager, now, query),
  agreeVisit: (call) => agreeVisit(call, call.body),
  changeVisit: (call) => changeVisit(call, call.params.id, call.body),
  settleVisit: (call) => settleVisit(call, call.params.id, call.body),
  agreeBegin: (call) => agreeBegin(call, call.params.tag, call.body),
});
