import { Link } from '@/ui/kit/Link';
import { Sheet } from '@/ui/kit/parts';

export default function NotFound() {
  return (
    <Sheet>
      <h1 className="text-page">There is nothing by that name.</h1>
      <p>
        Scan a tag or type in the box above, or go to{' '}
        <Link href="/" className="border-b border-current">
          what to work on
        </Link>
        .
      </p>
    </Sheet>
  );
}
