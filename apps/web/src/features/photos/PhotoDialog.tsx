import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useEffect, useState } from 'react';
import { Arrow, Circle, Image, Layer, Stage, Text } from 'react-konva';
import type { JobView, PhotoMark, PhotoView } from '@udrel/contract/types';
import { useMarkPhotoMutation, useRemovePhotoMutation } from '../../api/api';
import { fullMoment } from '../../format/time';
import { TroubleNote } from '../../ui';
import { photoSource } from './source';
import styles from './photos.module.css';

/** Of the window, what is left for the picture. */
const WIDTH = 820;
const HEIGHT = 520;
const INK = '#b3261e';

type Kind = PhotoMark['kind'];

/** A photograph as it was taken, with what is drawn and written on it. */
export default function PhotoDialog({ job, photo, close }: { job: JobView; photo: PhotoView; close: () => void }) {
  const [marks, setMarks] = useState(photo.marks);
  const [note, setNote] = useState(photo.note);
  const [kind, setKind] = useState<Kind>('ring');
  const [keep, { isLoading, error }] = useMarkPhotoMutation();
  const [remove, removing] = useRemovePhotoMutation();
  const picture = usePicture(photoSource(photo.id, 'full'));
  const scale = Math.min(WIDTH / photo.width, HEIGHT / photo.height, 1);
  const [width, height] = [photo.width * scale, photo.height * scale];
  const closed = job.closedAt !== null;
  const save = async () => {
    const done = await keep({ tag: job.tag, id: photo.id, body: { note, marks } });
    if (!('error' in done)) close();
  };
  const change = (index: number, words: string) =>
    setMarks(marks.map((one, n) => (n === index ? { ...one, words } : one)));
  return (
    <Dialog open onClose={close} maxWidth="lg" aria-labelledby="photo-title">
      <DialogTitle id="photo-title">
        Photograph at {photo.station}
        <span className="sub">
          {' '}
          {fullMoment(photo.at)}, {photo.by}
        </span>
      </DialogTitle>
      <DialogContent>
        {!closed && (
          <ToggleButtonGroup
            exclusive
            size="small"
            value={kind}
            aria-label="What is drawn"
            onChange={(_event, next: Kind | null) => next && setKind(next)}
          >
            <ToggleButton value="ring">Ring</ToggleButton>
            <ToggleButton value="arrow">Arrow</ToggleButton>
          </ToggleButtonGroup>
        )}
        <Drawing
          width={width}
          height={height}
          picture={picture}
          marks={marks}
          kind={kind}
          {...(closed ? {} : { add: (mark: PhotoMark) => setMarks([...marks, mark]) })}
        />
        {marks.map((mark, index) => (
          <div key={index} className={styles.mark}>
            <TextField
              size="small"
              label={`${mark.kind === 'ring' ? 'Ring' : 'Arrow'} ${index + 1}: what it shows`}
              value={mark.words}
              disabled={closed}
              onChange={(event) => change(index, event.target.value)}
            />
            <Button disabled={closed} onClick={() => setMarks(marks.filter((_mark, n) => n !== index))}>
              Take away
            </Button>
          </div>
        ))}
        <TextField
          size="small"
          fullWidth
          margin="dense"
          label="What it shows"
          value={note}
          disabled={closed}
          onChange={(event) => setNote(event.target.value)}
        />
        <TroubleNote error={error ?? removing.error} />
      </DialogContent>
      <DialogActions>
        {!closed && (
          <Button
            color="error"
            disabled={removing.isLoading}
            onClick={() => void remove({ tag: job.tag, id: photo.id }).then((done) => !('error' in done) && close())}
          >
            Remove the photograph
          </Button>
        )}
        <Button onClick={close}>Close</Button>
        {!closed && (
          <Button variant="contained" disabled={isLoading} onClick={() => void save()}>
            Keep
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}

/** A picture once it is loaded. */
function usePicture(source: string): HTMLImageElement | undefined {
  const [picture, setPicture] = useState<HTMLImageElement>();
  useEffect(() => {
    const image = new window.Image();
    image.onload = () => setPicture(image);
    image.src = source;
    return () => {
      image.onload = null;
    };
  }, [source]);
  return picture;
}

interface DrawingProps {
  width: number;
  height: number;
  picture: HTMLImageElement | undefined;
  marks: readonly PhotoMark[];
  kind: Kind;
  add?: (mark: PhotoMark) => void;
}

/** Marks are drawn by pressing and drawing: a ring from its middle, an arrow to what it points at. */
function Drawing({ width, height, picture, marks, kind, add }: DrawingProps) {
  const [begun, setBegun] = useState<{ x: number; y: number; toX: number; toY: number }>();
  const drawn = begun ? [...marks, markOf(kind, begun, width / height)] : marks;
  const at = (stage: { getPointerPosition: () => { x: number; y: number } | null } | null) => {
    const point = stage?.getPointerPosition();
    return point ? { x: share(point.x / width), y: share(point.y / height) } : null;
  };
  return (
    <div className={styles.stage} role="img" aria-label={`The photograph with ${marks.length} marks`}>
      <Stage
        width={width}
        height={height}
        onPointerDown={(event) => {
          const point = add ? at(event.target.getStage()) : null;
          if (point) setBegun({ ...point, toX: point.x, toY: point.y });
        }}
        onPointerMove={(event) => {
          const point = begun ? at(event.target.getStage()) : null;
          if (begun && point) setBegun({ ...begun, toX: point.x, toY: point.y });
        }}
        onPointerUp={() => {
          if (begun) add?.(markOf(kind, begun, width / height));
          setBegun(undefined);
        }}
      >
        <Layer>
          {picture && <Image image={picture} width={width} height={height} />}
          {drawn.map((mark, index) => (
            <Mark key={index} mark={mark} number={index + 1} width={width} height={height} />
          ))}
        </Layer>
      </Stage>
    </div>
  );
}

const share = (value: number) => Math.min(1, Math.max(0, Math.round(value * 1000) / 1000));

function markOf(
  kind: Kind,
  { x, y, toX, toY }: { x: number; y: number; toX: number; toY: number },
  ratio: number,
): PhotoMark {
  if (kind === 'arrow') return { kind, x, y, toX, toY, words: '' };
  const radius = Math.hypot(toX - x, (toY - y) / ratio);
  return { kind, x, y, radius: Math.min(0.5, Math.max(0.03, Math.round(radius * 1000) / 1000)), words: '' };
}

function Mark({ mark, number, width, height }: { mark: PhotoMark; number: number; width: number; height: number }) {
  const [x, y] = [mark.x * width, mark.y * height];
  const words = <Text x={x + 6} y={y - 20} text={mark.words || String(number)} fontSize={15} fill={INK} />;
  if (mark.kind === 'ring')
    return (
      <>
        <Circle x={x} y={y} radius={mark.radius * width} stroke={INK} strokeWidth={3} />
        {words}
      </>
    );
  return (
    <>
      <Arrow points={[x, y, mark.toX * width, mark.toY * height]} stroke={INK} fill={INK} strokeWidth={3} />
      {words}
    </>
  );
}
