import { BACKUP_STATES, CONSENTS } from '@udrel/core/facts';
import TextField from '@mui/material/TextField';
import { MomentField } from '../../ui/days/DayField';
import { ConditionOutline } from '../../features/device/ConditionOutline';
import type { DeviceDraft } from './draft';
import { ModelField } from '../../features/pickers/ModelField';
import { OwnDriveFields } from './OwnDriveFields';
import { SecretFields } from './SecretFields';
import { BelongingsFields } from './BelongingsFields';
import { WishFields } from './WishFields';
import { SERIAL_SLOTS } from '../../ui/SerialField';
import columns from '../../ui/columns.module.css';
import styles from './book-in.module.css';

type TextKey = 'serial' | 'place' | 'complaint' | 'condition' | 'price' | 'limit' | 'irreplaceable';

/** Everything noted of one device at the counter, in the order in which it is asked. */
export function DeviceForm({
  device,
  change,
  trouble,
}: {
  device: DeviceDraft;
  change: (part: Partial<DeviceDraft>) => void;
  trouble: (field: string) => string | undefined;
}) {
  const field = (key: TextKey, label: string, at: string, more = {}) => (
    <TextField
      label={label}
      value={device[key]}
      onChange={(event) => change({ [key]: event.target.value })}
      error={trouble(at) !== undefined}
      helperText={trouble(at)}
      {...more}
    />
  );
  return (
    <div className={styles.form}>
      <div className={columns.half}>
        <ModelField device={device} change={change} trouble={trouble('device.modelId')} />
      </div>
      <div className={columns.third}>{field('serial', 'Serial of the device', 'device.serial', SERIAL_SLOTS)}</div>
      <div className={columns.one}>{field('place', 'Put at', 'device.place')}</div>
      <WishFields wishes={device.wishes} change={(wishes) => change({ wishes })} trouble={trouble} />
      <div className={columns.third}>
        <MomentField
          label="Promised"
          value={device.promised}
          onChange={(promised) => change({ promised })}
          width="100%"
          wrong={trouble('promisedAt')}
        />
      </div>
      <div className={columns.third}>{field('price', 'Price told, tax included', 'price')}</div>
      <div className={columns.third}>{field('limit', 'Go ahead up to', 'facts.go-ahead limit.amount')}</div>
      <div className={columns.full}>
        {field('complaint', 'Complaint, in the customer’s words', 'complaint', { multiline: true, minRows: 2 })}
      </div>
      <div className={columns.third}>
        <TextField
          select
          label="The customer’s own backup"
          value={device.backup}
          onChange={(event) => change({ backup: event.target.value as DeviceDraft['backup'] })}
          slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
        >
          <option value="">not asked</option>
          {BACKUP_STATES.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </TextField>
      </div>
      <div className={columns['two-thirds']}>
        {field('irreplaceable', 'What is irreplaceable on it', 'facts.backup.irreplaceable', {
          disabled: device.backup === '',
        })}
      </div>
      <div className={columns.full}>
        {field('condition', 'Condition on arrival: cracks, marks, missing screws', 'condition', { multiline: true })}
      </div>
      <div className={columns.full}>
        <ConditionOutline marks={device.marks} change={(marks) => change({ marks })} />
      </div>
      <BelongingsFields belongings={device.belongings} change={(belongings) => change({ belongings })} />
      <OwnDriveFields own={device.own} change={(own) => change({ own })} trouble={trouble} />
      <SecretFields secrets={device.secrets} change={(secrets) => change({ secrets })} />
      <fieldset className={styles.consents}>
        <legend>The customer agrees that</legend>
        {CONSENTS.map((consent) => (
          <label key={consent}>
            <input
              type="checkbox"
              checked={device.consents.includes(consent)}
              onChange={(event) =>
                change({
                  consents: CONSENTS.filter((one) =>
                    one === consent ? event.target.checked : device.consents.includes(one),
                  ),
                })
              }
            />
            {consent}
          </label>
        ))}
      </fieldset>
    </div>
  );
}
