import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { shelfEndpoints } from '@udrel/contract/endpoints';
import type { PartView } from '@udrel/contract/types';
import { useReceiveMutation } from '../../api/api';
import { Field, FormTrouble } from '../../features/form/Field';
import { useShapedForm } from '../../features/form/shaped-form';

/** Pieces come in: by scanned serials, or by count. */
export function ReceiveDialog({ part, close }: { part: PartView; close: () => void }) {
  const [receive, { isLoading, error }] = useReceiveMutation();
  const form = useShapedForm({
    begin: { serials: '', count: '', place: part.stock[0]?.place ?? '' },
    read: ({ serials, count, place }) => {
      const lines = serials
        .split(/[\n,;]+/)
        .map((one) => one.trim())
        .filter(Boolean);
      return {
        ok: true,
        body: { partId: part.id, serials: part.serialised ? lines : [], count: Number(count) || 0, place },
      };
    },
    shape: shelfEndpoints.receive.body,
    nameOf: (field) => field.replace(/^serials\..*$/, 'serials'),
    error,
  });
  const save = form.handleSubmit(async (body) => {
    const answer = await receive({ body });
    if (!answer.error) close();
  });
  return (
    <Dialog open onClose={close} aria-labelledby="receive-title">
      <DialogTitle id="receive-title">
        Receive {part.maker} {part.name}
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        {part.serialised ? (
          <Field
            form={form}
            name="serials"
            label="Serials, one a line"
            sx={{ mt: 1 }}
            multiline
            minRows={3}
            autoFocus
            serial
          />
        ) : (
          <Field form={form} name="count" label="How many" sx={{ mt: 1 }} autoFocus />
        )}
        <Field form={form} name="place" label="Place" />
        <FormTrouble form={form} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button variant="contained" disabled={isLoading} onClick={() => void save()}>
          Onto the shelf
        </Button>
      </DialogActions>
    </Dialog>
  );
}
