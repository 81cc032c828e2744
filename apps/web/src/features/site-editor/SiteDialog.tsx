import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { ModelView } from '@udrel/contract/types';
import { useCorrectSiteMutation } from '../../api/api';
import { modelEndpoints } from '@udrel/contract/endpoints';
import { FormTrouble } from '../form/Field';
import { useShapedForm } from '../form/shaped-form';
import { draftOf, fieldOfSite, siteOf, type ModelSite } from './site-draft';
import { SiteFields } from './SiteFields';
import styles from '../job/job.module.css';

/** What was measured or seen at a site of a model: it holds for every device of that model. */
export function SiteDialog(props: {
  model: Pick<ModelView, 'id' | 'maker' | 'name'>;
  site: ModelSite;
  close: () => void;
}) {
  const { model, site, close } = props;
  const [correct, { isLoading, error }] = useCorrectSiteMutation();
  const form = useShapedForm({
    begin: { fields: draftOf(site) },
    read: ({ fields }) => siteOf(site, fields),
    shape: modelEndpoints.correctSite.body,
    nameOf: (field) => `fields.${fieldOfSite(field)}`,
    error,
  });
  const save = form.handleSubmit(async (body) => {
    const answer = await correct({ id: model.id, body });
    if (!answer.error) close();
  });

  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm" aria-labelledby="site-title">
      <DialogTitle id="site-title">
        {site.name} of {model.maker} {model.name}
      </DialogTitle>
      <DialogContent>
        <p className="sub">It holds for every device of this model. Leave empty what nobody measured.</p>
        <div className={styles.fields} style={{ marginTop: 10 }}>
          <SiteFields form={form} within="fields" factor={site.form} first />
        </div>
        <FormTrouble form={form} />
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
