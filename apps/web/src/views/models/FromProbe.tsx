import UploadFileOutlined from '@mui/icons-material/UploadFileOutlined';
import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { draftModel } from '@udrel/core/reading';
import { useAddModelMutation } from '../../api/api';
import { TroubleNote } from '../../ui';
import { useReading } from '../../features/reading/useReading';

/** Makes a model from what a device says of itself; its sites wait until somebody has looked at them. */
export function FromProbe() {
  const input = useRef<HTMLInputElement>(null);
  const { read, begin } = useReading();
  const [add, { error }] = useAddModelMutation();
  const [wrong, setWrong] = useState('');
  const [, setGiven] = useSearchParams();

  useEffect(() => {
    const file = read?.file;
    if (!file) return;
    read.putAway();
    const drafted = file.ok ? draftModel(file.reading) : file;
    setWrong(drafted.ok ? '' : drafted.sentence);
    if (!('model' in drafted)) return;
    void add({ body: drafted.model }).then((answer) => {
      if (answer.data) setGiven({ find: answer.data.code }, { replace: true });
    });
  }, [read, add, setGiven]);

  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Probe file of the device"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          setWrong('');
          if (chosen) begin(chosen);
          event.target.value = '';
        }}
      />
      <Button
        startIcon={<UploadFileOutlined />}
        sx={{ marginLeft: 'auto' }}
        disabled={read !== null}
        onClick={() => input.current?.click()}
      >
        {read ? 'Reading …' : 'New from a probe file …'}
      </Button>
      {wrong && (
        <span role="alert" className="danger">
          {wrong}
        </span>
      )}
      <TroubleNote error={error} />
    </>
  );
}
