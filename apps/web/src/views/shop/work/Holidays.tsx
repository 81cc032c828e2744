import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { readWholeDays, type WholeDay } from '@udrel/core/calendar';
import { daysFromToday, today } from '../../../format/time';
import { TroubleBox } from '../../../ui';

/** Days ahead that are taken of a calendar: more is not scheduled. */
const AHEAD = 550;

/** Takes the whole days of an iCalendar file, such as the holidays of a country, to those on which it is closed. */
export function Holidays({ take }: { take: (days: WholeDay[]) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [told, setTold] = useState<{ problem: string | null; count: number } | null>(null);
  const read = async (file: File | undefined) => {
    if (!file) return;
    const { days, problem } = readWholeDays(await file.text(), today(), daysFromToday(AHEAD));
    setTold({ problem, count: days.length });
    take(days);
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".ics,text/calendar"
        hidden
        aria-label="A calendar of holidays"
        onChange={({ target }) => {
          void read(target.files?.[0]);
          target.value = '';
        }}
      />
      <Button onClick={() => input.current?.click()}>Holidays of a calendar …</Button>
      {told?.problem && <TroubleBox sentence={told.problem} />}
      {told && !told.problem && (
        <span className="sub" role="status">
          {told.count} {told.count === 1 ? 'day' : 'days'} in it. Set the hours to keep them.
        </span>
      )}
    </>
  );
}
