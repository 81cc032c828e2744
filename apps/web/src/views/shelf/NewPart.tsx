import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import type { PartLines } from '@udrel/contract/types';
import { CONTROLLER_MODES, EQUIPMENT_KINDS, PLUGS, TAKINGS } from '@udrel/core/equipment';
import { START_MODES } from '@udrel/core/inventory';
import { FILE_SYSTEMS } from '@udrel/core/layout';
import { USB_MODES } from '@udrel/core/links';
import { handFields, PART_KINDS, sortsOf, type Column, type HandField, type PartKind } from '@udrel/core/parts-file';
import { useConsiderPartsMutation, useTakePartsMutation } from '../../api/api';
import { Field, FormTrouble, Tick, Ticks } from '../../features/form/Field';
import { UNTOLD, useShapedForm, type ShapedForm } from '../../features/form/shaped-form';
import { EMPTY_PART, LABELS, lineOf, sortName, type TypedPart } from './new-part';
import styles from './shelf.module.css';

type PartForm = ShapedForm<TypedPart, PartLines>;

/** A part described by hand: what is asked follows from what it is. */
export function NewPart() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>New part …</Button>
      {open && <NewPartDialog close={() => setOpen(false)} />}
    </>
  );
}

function NewPartDialog({ close }: { close: () => void }) {
  const [consider, considering] = useConsiderPartsMutation();
  const [take, taking] = useTakePartsMutation();
  const form: PartForm = useShapedForm<TypedPart, PartLines>({
    begin: EMPTY_PART,
    read: lineOf,
    shape: null,
    error: considering.error ?? taking.error,
  });
  const [kind, sort] = useWatch({ control: form.control, name: ['kind', 'sort'] });
  const sorts = sortsOf(kind)?.sorts ?? (kind === 'equipment' ? EQUIPMENT_KINDS : []);
  const begin = (next: string) => {
    const of = next as PartKind;
    form.setValue('sort', sortsOf(of)?.sorts[0] ?? (of === 'equipment' ? EQUIPMENT_KINDS[0] : ''));
  };
  const save = form.handleSubmit(async (body) => {
    const [view] = (await consider({ body })).data ?? [];
    if (!view) return;
    for (const { column, sentence } of view.problems) {
      const asked = form.control._names.mount.has(`cells.${column}`);
      form.setError(asked ? `cells.${column as Column}` : UNTOLD, {
        message: asked ? sentence : `${column}: ${sentence}`,
      });
    }
    if (view.problems.length > 0) return;
    if (view.what !== 'new') {
      form.setError('cells.partNumber', { message: 'A part with this number is in the library already.' });
      return;
    }
    if ('data' in (await take({ body }))) close();
  });
  return (
    <Dialog open onClose={close} fullWidth maxWidth="md" aria-labelledby="new-part">
      <form onSubmit={(event) => void save(event)}>
        <DialogTitle id="new-part">New part</DialogTitle>
        <DialogContent>
          <div className={styles.typed}>
            <Field form={form} name="kind" label="Kind" choices={PART_KINDS} onChosen={begin} />
            {sorts.length > 0 && (
              <Field
                form={form}
                name="sort"
                label={kind === 'drive' || kind === 'memory' ? 'Form' : 'What it is'}
                choices={sorts.map((one) => [one, sortName(one)] as const)}
              />
            )}
            <Cell form={form} field={{ column: 'partNumber' }} />
            <Cell form={form} field={{ column: 'maker' }} />
            <Cell form={form} field={{ column: 'name' }} />
            <Cell form={form} field={{ column: 'price' }} />
            <Cell form={form} field={{ column: 'cost', optional: true }} />
            <Cell form={form} field={{ column: 'reorderLevel', optional: true }} />
            {handFields(kind, sort).map((field) => (
              <Cell key={`${kind} ${sort} ${field.column}`} form={form} field={field} />
            ))}
          </div>
          {kind === 'equipment' && <EquipmentFields form={form} sort={sort} />}
          <FormTrouble form={form} />
        </DialogContent>
        <DialogActions>
          <span className="sub">Pieces come in by “Receive” afterwards.</span>
          <Button onClick={close}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={considering.isLoading || taking.isLoading}>
            Take it into the library
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

function Cell({ form, field: { column, choices, optional } }: { form: PartForm; field: HandField }) {
  return (
    <Field
      form={form}
      name={`cells.${column}`}
      label={LABELS[column]}
      shrink
      {...(choices ? { choices: ['', ...choices] } : {})}
      help={optional ? 'may stay empty' : undefined}
    />
  );
}

/** What is asked of a thing of the bench, by what it is. */
function EquipmentFields({ form, sort }: { form: PartForm; sort: string }) {
  const bays = useWatch({ control: form.control, name: 'equipment.bays' });
  const holds = sort !== 'boot stick' && sort !== 'hub';
  const sockets = sort === 'hub' || sort === 'bench host';
  return (
    <>
      <div className={styles.typed}>
        {sort !== 'boot stick' && <Field form={form} name="equipment.mode" label="USB" choices={USB_MODES} />}
        {sort !== 'bench host' && <Field form={form} name="equipment.plug" label="Its plug" choices={PLUGS} />}
        {sockets && <Field form={form} name="equipment.socketsA" label="Sockets A" />}
        {sockets && <Field form={form} name="equipment.socketsC" label="Sockets C" />}
      </div>
      {(sort === 'hub' || (holds && sort !== 'bench host')) && (
        <p>
          <Tick form={form} name="equipment.ownPower" label="has a supply of its own" />
        </p>
      )}
      {sort === 'boot stick' && (
        <>
          <Group form={form} name="equipment.starts" label="Starts" options={START_MODES} />
          <Group form={form} name="equipment.fileSystems" label="Its system reads" options={FILE_SYSTEMS} />
          <Group form={form} name="equipment.controllers" label="Through" options={CONTROLLER_MODES} />
        </>
      )}
      {holds && (
        <div className={styles.typed}>
          {bays.map((_bay, index) => (
            <Field
              key={index}
              form={form}
              name={`equipment.bays.${index}`}
              label={`${sort === 'bench host' ? 'Berth' : 'Bay'} ${index + 1} takes`}
              choices={TAKINGS}
            />
          ))}
          <div>
            <Button onClick={() => form.setValue('equipment.bays', [...bays, bays.at(-1) ?? TAKINGS[0]])}>
              Another
            </Button>
            <Button disabled={bays.length < 2} onClick={() => form.setValue('equipment.bays', bays.slice(0, -1))}>
              One less
            </Button>
          </div>
        </div>
      )}
    </>
  );
}

function Group(props: {
  form: PartForm;
  name: 'equipment.starts' | 'equipment.fileSystems' | 'equipment.controllers';
  label: string;
  options: readonly string[];
}) {
  const { form, name, label, options } = props;
  return (
    <fieldset className={styles.group}>
      <legend>{label}</legend>
      <Ticks form={form} name={name} options={options} />
    </fieldset>
  );
}
