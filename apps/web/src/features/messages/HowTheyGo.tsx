import Button from '@mui/material/Button';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { messageEndpoints } from '@udrel/contract/endpoints';
import type { ChannelsSetting, ChannelsView } from '@udrel/contract/types';
import { fillTemplate, MESSAGE_WORDS, SENDINGS, type MessageRules, type Words } from '@udrel/core/messages';
import {
  useChannelsQuery,
  useMessageRulesQuery,
  useSetChannelsMutation,
  useSetMessageRulesMutation,
} from '../../api/after';
import { Field, FormTrouble, Tick } from '../form/Field';
import { useShapedForm, type Read } from '../form/shaped-form';
import { typedFigure } from '../../format/shop-formats';
import { minorOf, money, fieldAmount } from '../../format/units';
import { Earlier } from '../settings/Earlier';
import { Foot, Loaded, Sheet } from '../../ui';
import styles from './how-they-go.module.css';

/** Which messages are made, what stands in them, when they go and by which ways. */
export function HowTheyGo() {
  const rules = useMessageRulesQuery();
  const channels = useChannelsQuery();
  return (
    <div className={styles.columns}>
      <Loaded data={rules.data} error={rules.error} what="how messages go">
        {(known) => <Rules key={JSON.stringify(known)} rules={known} />}
      </Loaded>
      <Loaded data={channels.data} error={channels.error} what="the ways out">
        {(known) => <Ways key={JSON.stringify(known)} channels={known} />}
      </Loaded>
    </div>
  );
}

/** What a preview is filled with; nobody of that name is a customer. */
const sample = (): Words => ({
  customer: 'I. Marlowe',
  device: 'Ostrel Tern 15',
  tag: 'U-2418',
  'how it stands': 'It is done and can be fetched.',
  'our question': '',
  price: money(12_400),
  due: money(8400),
  bill: '2026-0042',
  link: 'https://shop.example/c/…',
  shop: 'Your shop',
});

function Rules({ rules }: { rules: MessageRules }) {
  const [set, { error, isLoading, isSuccess }] = useSetMessageRulesMutation();
  const [shown, setShown] = useState(0);
  const { remindAfterDays, reminders, storageAfterDays, pageWeeks } = rules;
  const form = useShapedForm({
    begin: {
      ...rules,
      remindAfterDays: String(remindAfterDays),
      reminders: String(reminders),
      storageAfterDays: String(storageAfterDays),
      pageWeeks: String(pageWeeks),
      storagePerDay: fieldAmount(rules.storagePerDay),
    },
    read: (typed): Read<MessageRules> => {
      const perDay = minorOf(typed.storagePerDay);
      if (typeof perDay !== 'number')
        return { ok: false, problems: [{ field: 'storagePerDay', sentence: 'An amount, or 0 for nothing' }] };
      return {
        ok: true,
        body: {
          ...typed,
          storagePerDay: perDay,
          remindAfterDays: typedFigure(typed.remindAfterDays),
          reminders: typedFigure(typed.reminders),
          storageAfterDays: typedFigure(typed.storageAfterDays),
          pageWeeks: typedFigure(typed.pageWeeks),
        },
      };
    },
    shape: messageEndpoints.setMessageRules.body,
    error,
  });
  const templates = useWatch({ control: form.control, name: 'templates' });
  const one = templates[shown];
  return (
    <form onSubmit={form.handleSubmit((body) => void set({ body }))}>
      <Sheet title="Which messages go" aside="nothing goes that is not chosen here">
        <table className={styles.kinds}>
          <tbody>
            {templates.map(({ kind }, index) => (
              <tr key={kind}>
                <td>{kind}</td>
                <td>
                  <Field form={form} name={`templates.${index}.how`} label={`How “${kind}” goes`} choices={SENDINGS} />
                </td>
                <td>
                  <Button
                    variant={shown === index ? 'contained' : 'outlined'}
                    aria-pressed={shown === index}
                    onClick={() => setShown(index)}
                  >
                    Its text
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sheet>
      {one && (
        <Sheet title={`Text of “${one.kind}”`} aside="a line of which a word has nothing to say is left out">
          <div className={styles.fields} key={one.kind}>
            <Field
              form={form}
              name={`templates.${shown}.subject`}
              label="Subject of a mail"
              className={styles.wide ?? ''}
            />
            <Field
              form={form}
              name={`templates.${shown}.text`}
              label="Text"
              className={styles.wide ?? ''}
              multiline
              minRows={7}
              help={`Words: ${MESSAGE_WORDS.map((word) => `{${word}}`).join(' ')}`}
            />
          </div>
          <section aria-label="As it would go" className={styles.preview}>
            <b>{fillTemplate(one.subject, sample())}</b>
            {'\n\n'}
            {fillTemplate(one.text, sample())}
          </section>
        </Sheet>
      )}
      <Sheet title="When">
        <div className={styles.fields}>
          <Field form={form} name="quietFrom" label="Nothing goes from" help="such as 20:00" />
          <Field form={form} name="quietUntil" label="until" help="the same as before: at any time" />
          <Field form={form} name="remindAfterDays" label="Remind each so many days" />
          <Field form={form} name="reminders" label="How often" help="0: never" />
          <Field form={form} name="storageAfterDays" label="Storage is charged after, days" />
          <Field form={form} name="storagePerDay" label="A day of storage" help="before tax; 0: nothing" />
          <Field form={form} name="pageWeeks" label="Their page stays after closing, weeks" />
          <Tick form={form} name="namesStaff" label="Their page names who works on it" />
        </div>
        <FormTrouble form={form} />
        <Foot note={isSuccess ? 'Set.' : undefined}>
          <Button type="submit" variant="contained" disabled={isLoading}>
            Set how messages go
          </Button>
        </Foot>
        <Earlier of="messages" />
      </Sheet>
    </form>
  );
}

/** What is typed of the ways out; a way that is not ticked is none. */
function beginOf({ address, mail, text }: ChannelsView) {
  return {
    address,
    byMail: mail !== null,
    host: mail?.host ?? '',
    port: String(mail?.port ?? 587),
    secure: mail?.secure ?? false,
    user: mail?.user ?? '',
    password: '',
    from: mail?.from ?? '',
    byText: text !== null,
    url: text?.url ?? '',
    token: '',
  };
}

function Ways({ channels }: { channels: ChannelsView }) {
  const [set, { error, isLoading, isSuccess }] = useSetChannelsMutation();
  const form = useShapedForm({
    begin: beginOf(channels),
    read: ({ address, byMail, byText, url, token, port, ...mail }): Read<ChannelsSetting> => ({
      ok: true,
      body: {
        address: address.replace(/\/+$/, ''),
        mail: byMail ? { ...mail, port: typedFigure(port) } : null,
        text: byText ? { url, token } : null,
      },
    }),
    shape: messageEndpoints.setChannels.body,
    nameOf: (field) => field.replace(/^(mail|text)\./, ''),
    error,
  });
  const [byMail, byText] = useWatch({ control: form.control, name: ['byMail', 'byText'] });
  return (
    <form onSubmit={form.handleSubmit((body) => void set({ body }))}>
      <Sheet title="Ways out">
        <Field
          form={form}
          name="address"
          label="Address under which customers reach this shop"
          help="such as https://shop.example; without it messages have no link"
          className={styles.full ?? ''}
        />
        <Tick form={form} name="byMail" label="By mail" />
        {byMail && (
          <div className={styles.fields}>
            <Field form={form} name="host" label="Mail server" />
            <Field form={form} name="port" label="Port" />
            <Field form={form} name="from" label="From" className={styles.wide ?? ''} />
            <Field form={form} name="user" label="User" />
            <Field
              form={form}
              name="password"
              label="Password"
              type="password"
              help={channels.mail?.hasPassword ? 'one is kept; empty leaves it' : undefined}
            />
            <Tick form={form} name="secure" label="TLS from the first byte (port 465)" />
          </div>
        )}
        <div>
          <Tick form={form} name="byText" label="By text message" />
        </div>
        {byText && (
          <div className={styles.fields}>
            <Field form={form} name="url" label="Address of the gateway" className={styles.wide ?? ''} />
            <Field
              form={form}
              name="token"
              label="Token"
              type="password"
              help={channels.text?.hasToken ? 'one is kept; empty leaves it' : undefined}
            />
          </div>
        )}
        <FormTrouble form={form} />
        <Foot note={isSuccess ? 'Set.' : undefined}>
          <Button type="submit" disabled={isLoading}>
            Set the ways out
          </Button>
        </Foot>
        <Earlier of="channels" />
      </Sheet>
    </form>
  );
}
