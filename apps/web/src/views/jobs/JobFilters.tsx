import { STATIONS } from '@udrel/core/stations';
import { WISH_KINDS } from '@udrel/core/steps';
import { useSearchParams } from 'react-router';
import { JOB_PROMISES } from '@udrel/contract/shapes';
import type { JobFilter } from '@udrel/contract/types';
import { readingOf } from '../../features/list/filter-words';
import { ChosenFilter, TickedFilter, TypedFilter } from '../../features/list/filters';
import styles from '../../features/list/list-table.module.css';

export const JOB_FIELDS = ['text', 'station', 'promise', 'wish', 'technician', 'order', 'all'] as const;

/** The filter that an address stands for. */
export function filterOf(given: URLSearchParams): JobFilter {
  const { text, known, tick } = readingOf(given);
  const order = Number(given.get('order') ?? '');
  return {
    ...known('station', STATIONS),
    ...known('promise', JOB_PROMISES),
    ...known('wish', WISH_KINDS),
    ...text('text'),
    ...text('technician'),
    ...(Number.isInteger(order) && order > 0 && order <= 1_000_000_000 ? { order } : {}),
    ...tick('all'),
  };
}

/** What the list of jobs is filtered by. */
export function JobFilters() {
  const [given] = useSearchParams();
  // What is no number of an order filters nothing, and says so.
  const wrong = given.has('order') && filterOf(given).order === undefined ? 'A number' : undefined;
  return (
    <div className={styles.filters}>
      <h1>Jobs</h1>
      <TypedFilter name="text" label="Customer, device, tag or serial" width={235} />
      <ChosenFilter name="station" label="Station" options={STATIONS} width={115} />
      <ChosenFilter name="promise" label="Promised" options={JOB_PROMISES} width={130} />
      <ChosenFilter name="wish" label="Wish" options={WISH_KINDS} width={135} />
      <TypedFilter name="technician" label="In hand, or nobody" width={150} />
      <TypedFilter name="order" label="Order" width={84} wrong={wrong} />
      <TickedFilter name="all" label="closed ones too" />
    </div>
  );
}
