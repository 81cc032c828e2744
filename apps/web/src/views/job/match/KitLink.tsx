import Button from '@mui/material/Button';

/** Leads to the kit list of a job, to be printed. */
export function KitLink({ tag }: { tag: string }) {
  return (
    <Button component="a" href={`/print/kit/${tag}`} target="_blank" rel="noopener">
      Kit list
    </Button>
  );
}
