import Button from '@mui/material/Button';
import { closeSnackbar, enqueueSnackbar, SnackbarProvider } from 'notistack';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { onNotice, type Notice } from './notify';
import styles from './notices.module.css';

/** As long as it takes to read a line, ms, and to reach for its button. */
const READ = 4000;
const REACHED = 8000;
/** More of a text is in the history. */
const LONGEST = 160;

/** What was not taken stays until it is put away. */
function lasts({ kind, takeBackAt }: Notice): number | null {
  if (kind === 'refused') return null;
  return takeBackAt ? REACHED : READ;
}

const short = (text: string) => (text.length > LONGEST ? `${text.slice(0, LONGEST)} …` : text);

/** What is said beside the work, at the lower edge; the first was said before this was loaded. */
export default function Notices({ first }: { first: Notice }) {
  const navigate = useNavigate();
  useEffect(() => {
    const show = (notice: Notice) => {
      const { kind, text, takeBackAt } = notice;
      enqueueSnackbar(short(text), {
        className: `${styles.notice} ${kind === 'refused' ? styles.refused : ''}`,
        autoHideDuration: lasts(notice),
        preventDuplicate: true,
        action: (key) => (
          <>
            {takeBackAt && (
              <Button
                size="small"
                onClick={() => {
                  closeSnackbar(key);
                  void navigate(takeBackAt);
                }}
              >
                Take back
              </Button>
            )}
            {kind === 'refused' && (
              <Button size="small" onClick={() => closeSnackbar(key)}>
                Put away
              </Button>
            )}
          </>
        ),
      });
    };
    show(first);
    return onNotice(show);
  }, [first, navigate]);
  return <SnackbarProvider maxSnack={3} hideIconVariant anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }} />;
}
