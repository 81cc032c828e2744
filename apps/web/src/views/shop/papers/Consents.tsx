import { setUpEndpoints } from '@udrel/contract/endpoints';
import type { OwnConsents } from '@udrel/contract/types';
import { CONSENTS } from '@udrel/core/facts';
import { useOwnConsentsQuery, useSetOwnConsentsMutation } from '../../../api/after';
import { Field } from '../../../features/form/Field';
import { useShapedForm } from '../../../features/form/shaped-form';
import { linesOf } from '../../../format/lines';
import { SettingForm, SettingSheet, type Setting } from '../SettingForm';

/** What a customer can agree to when a device is booked in, beside what the work asks. */
export function Consents() {
  const { data, error } = useOwnConsentsQuery();
  const setting = useSetOwnConsentsMutation();
  return (
    <SettingSheet
      title="What customers agree to"
      aside="asked at the booking, said on the receipt"
      {...{ data, error }}
      what="what customers agree to"
      of="consents"
    >
      {(known) => <ConsentsForm known={known} setting={setting} />}
    </SettingSheet>
  );
}

function ConsentsForm({ known, setting }: { known: OwnConsents; setting: Setting<OwnConsents> }) {
  const form = useShapedForm({
    begin: { agreed: known.agreed.join('\n') },
    read: ({ agreed }) => ({ ok: true, body: { agreed: linesOf(agreed) } }),
    shape: setUpEndpoints.setOwnConsents.body,
    nameOf: () => 'agreed',
    error: setting[1].error,
  });
  return (
    <SettingForm form={form} setting={setting} press="Set what they agree to" grid={false}>
      <p>Asked always: {CONSENTS.join('; ')}.</p>
      <Field
        form={form}
        name="agreed"
        label="Asked besides, one a line"
        help="it goes on from “The customer agrees that”"
        multiline
        minRows={3}
        shrink
        sx={{ width: '100%', my: 1.5 }}
      />
    </SettingForm>
  );
}
