import UploadFileOutlined from '@mui/icons-material/UploadFileOutlined';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { may } from '@udrel/contract/permissions';
import type { JobView, ModelSpec } from '@udrel/contract/types';
import { useDescribeModelMutation, useSessionQuery } from '../../../api/api';
import { Foot, Sheet, TroubleNote } from '../../../ui';
import { NearestModels } from '../../../features/site-editor/NearestModels';
import { CorrectModel } from '../around/corrections';

/** The model is only a name from the counter: it is one of the library after all, or its file is read in. */
export function StubSheet({ job }: { job: JobView }) {
  const [choosing, setChoosing] = useState(false);
  const [unreadable, setUnreadable] = useState('');
  const [describe, { error, isLoading }] = useDescribeModelMutation();
  const role = useSessionQuery().data?.staff?.role;
  const { id, maker, name } = job.device.model;

  async function read(file: File | undefined): Promise<void> {
    if (!file) return;
    try {
      setUnreadable('');
      await describe({ id, body: JSON.parse(await file.text()) as ModelSpec });
    } catch {
      setUnreadable(`${file.name} is not readable JSON. Choose a model file.`);
    }
  }

  return (
    <Sheet title="The model is only a name" aside={`${maker} ${name}`}>
      <p>
        Nothing is known of its sites, memory and screws. Choose the right model from the library, or read in its model
        file; what was booked stays.
      </p>
      {unreadable && (
        <p className="danger" role="alert">
          {unreadable}
        </p>
      )}
      <TroubleNote error={error} />
      {may(role, 'describe models') && <NearestModels name={`${maker} ${name}`} id={id} />}
      {may(role, 'describe models') && (
        <Foot>
          <Button component={Link} to={`/models/${id}`}>
            Describe it here
          </Button>
          <Button startIcon={<UploadFileOutlined />} component="label" disabled={isLoading}>
            Read a model file
            <input
              type="file"
              accept="application/json,.json"
              hidden
              onChange={(event) => {
                void read(event.target.files?.[0]);
                event.target.value = '';
              }}
            />
          </Button>
          <Button variant="contained" onClick={() => setChoosing(true)}>
            Choose the model
          </Button>
        </Foot>
      )}
      {choosing && <CorrectModel job={job} close={() => setChoosing(false)} />}
    </Sheet>
  );
}
