import { Empty, Sheet } from '../kit/parts';

/** What somebody sees whom the owner does not show the books. */
export const NotShown = () => (
  <Sheet>
    <h1 className="text-page leading-8">Books</h1>
    <Empty>The owner shows the books to other roles.</Empty>
  </Sheet>
);
