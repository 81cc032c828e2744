import TextField from '@mui/material/TextField';
import { fieldsOf, type ModelSite, type SiteDraft } from './site-draft';

/** The fields of a site by its form, as they are typed. */
export function SiteFields(props: {
  form: ModelSite['form'];
  draft: SiteDraft;
  change: (draft: SiteDraft) => void;
  wrong: (field: string) => string | undefined;
  first?: boolean;
}) {
  const { form, draft, change, wrong, first = false } = props;
  return fieldsOf(form).map(({ name, label, kind, choices }, index) => (
    <TextField
      key={name}
      label={label}
      value={draft[name] ?? ''}
      autoFocus={first && index === 0}
      onChange={(event) => change({ ...draft, [name]: event.target.value })}
      error={wrong(name) !== undefined}
      helperText={wrong(name)}
      select={kind === 'choice'}
      slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
    >
      {choices?.map(([value, text]) => (
        <option key={value} value={value}>
          {text}
        </option>
      ))}
    </TextField>
  ));
}
