import type { JobView } from '@udrel/contract/types';
import { FileSheet } from '../../../../features/reading/FileSheet';
import { Foot } from '../../../../ui';
import { SwitchedBesides } from '../../owed/SwitchedBesides';
import { ReadFacts } from './ReadFacts';

/** What a device or a drive says of itself, from a file, taken fact by fact. */
export function ReadSheet({ job }: { job: JobView }) {
  return (
    <FileSheet
      title="Read from a file"
      aside="probe file, identity or health pages, first sectors, image"
      taken={(reading, away) => (
        <ReadFacts job={job} reading={reading}>
          {away}
        </ReadFacts>
      )}
    >
      <Foot note="What the firmware was told so that the stick starts is owed back.">
        <SwitchedBesides job={job} why="started from a stick" />
      </Foot>
    </FileSheet>
  );
}
