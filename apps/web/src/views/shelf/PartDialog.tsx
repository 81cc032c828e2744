import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { PartView } from '@udrel/contract/types';
import { describePart } from '../../format/parts';
import { money } from '../../format/units';
import { Returns } from '../../features/lessons/Returns';
import { Empty } from '../../ui';
import { isLow } from './part-columns';

const costsUs = ({ cost }: PartView) => (cost === null ? 'what it costs us is not noted' : `costs us ${money(cost)}`);

/** One part with its pieces: which, where, and for which job they are kept. */
export function PartDialog({ part, close }: { part: PartView; close: () => void }) {
  const { onShelf, reserved, reorderLevel } = part;
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm" aria-labelledby="part-title">
      <DialogTitle id="part-title">
        {part.maker} {part.name}, {part.partNumber}
      </DialogTitle>
      <DialogContent>
        <p className="sub">
          {[part.kind, describePart(part), `${money(part.price)} before tax`, costsUs(part)].filter(Boolean).join(', ')}
        </p>
        <p>
          {onShelf} on the shelf, {reserved} of them reserved
          {reorderLevel !== null && `; order again below ${reorderLevel}${isLow(part) ? ', as it is now' : ''}`}.
        </p>
        {part.stock.length === 0 ? (
          <Empty>No piece is on the shelf.</Empty>
        ) : (
          <table>
            <thead>
              <tr>
                <th>{part.serialised ? 'Serial' : 'Lot'}</th>
                <th className="figure">Pieces</th>
                <th>Place</th>
                <th>Reserved for</th>
              </tr>
            </thead>
            <tbody>
              {part.stock.map(({ id, serial, quantity, place, reservedFor }, index) => (
                <tr key={id}>
                  <td className="mono">{serial ?? index + 1}</td>
                  <td className="figure">{quantity}</td>
                  <td>{place || '–'}</td>
                  <td>{reservedFor ?? '–'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <Returns part={part.id} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
