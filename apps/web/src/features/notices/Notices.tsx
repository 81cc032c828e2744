import Button from '@mui/material/Button';
import { closeSnackbar, enqueueSnackbar, SnackbarProvider } from 'notistack';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { onNotice, type Notice } from './notify';
import styles from './notices.module.css';

/** As long as it takes to read a line and to reach for the button. */
const STAYS = 7000;
/** What was not taken stays until it is put away. */
const LASTS: Record<Notice['kind'], number | null> = { recorded: STAYS, kept: STAYS, refused: null };

/** What is said beside the work, at the lower edge; the first was said before this was loaded. */
export default function Notices({ first }: { first: Notice }) {
  const navigate = useNavigate();
  useEffect(() => {
    const show = ({ kind, text, takeBackAt }: Notice) =>
      enqueueSnackbar(text, {
        className: `${styles.notice} ${kind === 'refused' ? styles.refused : ''}`,
        autoHideDuration: LASTS[kind],
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
    show(first);
    return onNotice(show);
  }, [first, navigate]);
  return <SnackbarProvider maxSnack={3} hideIconVariant anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }} />;
}
