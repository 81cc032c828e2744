import DownloadOutlined from '@mui/icons-material/DownloadOutlined';
import Button from '@mui/material/Button';
import { openArchiveEndpoints, urlOf } from '@udrel/contract/endpoints';
import { Foot, Sheet } from '../../../ui';

/** Everything the shop has as one file that other programs can read, and another Udrel takes. */
export function OpenArchive() {
  return (
    <Sheet title="The whole shop as a file" aside="to be read elsewhere, or to go on in another Udrel">
      <p>
        Customers, jobs, papers, figures and photographs, as JSON and pictures in one tar file. Passwords and secrets
        stay here. It is not encrypted: keep it as you keep your customers’ papers.
      </p>
      <p className="sub">
        Another Udrel takes it with <span className="mono">npm run bring-in -- FILE</span>; what stands in it is told in{' '}
        <span className="mono">docs/open-archive.md</span>.
      </p>
      <Foot>
        <Button component="a" href={urlOf(openArchiveEndpoints.shopExport)} download startIcon={<DownloadOutlined />}>
          Take it out
        </Button>
      </Foot>
    </Sheet>
  );
}
