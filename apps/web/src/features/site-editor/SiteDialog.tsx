import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import type { ModelView } from '@udrel/contract/types';
import { useCorrectSiteMutation } from '../../api/api';
import { TroubleNote } from '../../ui';
import { draftOf, siteOf, type ModelSite } from './site-draft';
import { SiteFields } from './SiteFields';
import styles from '../job/job.module.css';

/** What was measured or seen at a site of a model: it holds for every device of that model. */
export function SiteDialog(props: {
  model: Pick<ModelView, 'id' | 'maker' | 'name'>;
  site: ModelSite;
  close: () => void;
}) {
  const { model, site, close } = props;
  const [draft, setDraft] = useState(() => draftOf(site));
  const [wrong, setWrong] = useState<{ field: string; sentence: string } | null>(null);
  const [correct, { isLoading, error }] = useCorrectSiteMutation();

  async function save(): Promise<void> {
    const drafted = siteOf(site, draft);
    setWrong(drafted.ok ? null : drafted);
    if (!drafted.ok) return;
    const answer = await correct({ id: model.id, body: drafted.site });
    if (!answer.error) close();
  }

  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm" aria-labelledby="site-title">
      <DialogTitle id="site-title">
        {site.name} of {model.maker} {model.name}
      </DialogTitle>
      <DialogContent>
        <p className="sub">It holds for every device of this model. Leave empty what nobody measured.</p>
        <div className={styles.fields} style={{ marginTop: 10 }}>
          <SiteFields
            form={site.form}
            draft={draft}
            change={setDraft}
            wrong={(field) => (wrong?.field === field ? wrong.sentence : undefined)}
            first
          />
        </div>
        <TroubleNote error={error} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button variant="contained" disabled={isLoading} onClick={() => void save()}>
          Record the site
        </Button>
      </DialogActions>
    </Dialog>
  );
}
