import Button from '@mui/material/Button';
import { setUpEndpoints } from '@udrel/contract/endpoints';
import type { Checklists as Known } from '@udrel/contract/types';
import { USUAL_FUNCTIONS } from '@udrel/core/device';
import { useChecklistsQuery, useSetChecklistsMutation } from '../../../api/after';
import { Field } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { linesOf } from '../../../format/lines';
import { SettingForm, SettingSheet, type Setting } from '../SettingForm';

/** What of a device is looked at before and after the work, by what it is: what a model begins with that nobody has described. */
export function Checklists() {
  const { data, error } = useChecklistsQuery();
  const setting = useSetChecklistsMutation();
  return (
    <SettingSheet
      title="What is looked at"
      aside="what a new model begins with; known models keep theirs"
      {...{ data, error }}
      what="what is looked at"
      of="checklists"
    >
      {(known) => <ChecklistsForm known={known} setting={setting} />}
    </SettingSheet>
  );
}

function ChecklistsForm({ known, setting }: { known: Known; setting: Setting<Known> }) {
  const form = useShapedForm({
    begin: { lists: known.lists.map(({ kind, functions }) => ({ kind, functions: functions.join('\n') })) },
    read: ({ lists }) => ({
      ok: true,
      body: { lists: lists.map(({ kind, functions }) => ({ kind, functions: linesOf(functions) })) },
    }),
    shape: setUpEndpoints.setChecklists.body,
    nameOf: (field) => field.replace(/functions\.\d+$/, 'functions'),
    error: setting[1].error,
  });
  const takeUsual = () => {
    for (const [index, { kind }] of known.lists.entries()) {
      if (form.getValues(`lists.${index}.functions`).trim() === '')
        form.setValue(`lists.${index}.functions`, USUAL_FUNCTIONS[kind].join('\n'), { shouldDirty: true });
    }
  };
  return (
    <SettingForm
      form={form}
      setting={setting}
      press="Set what is looked at"
      before={<Button onClick={takeUsual}>Fill in what is usual</Button>}
    >
      {known.lists.map(({ kind }, index) => (
        <Field
          key={kind}
          form={form}
          name={`lists.${index}.functions`}
          label={`${kind[0]?.toUpperCase() ?? ''}${kind.slice(1)}, one a line`}
          multiline
          minRows={2}
          maxRows={6}
          shrink
        />
      ))}
    </SettingForm>
  );
}
