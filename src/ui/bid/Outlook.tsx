import { Link } from '../kit/Link';
import { Money } from '../kit/theShop';

interface Props {
  soFarMinor: number;
  middleMinor: number;
  lowMinor: number;
  highMinor: number;
  loss: number;
  open: number;
  decides: { tag: string; share: number; swingMinor: number }[];
}

/** What a lot will have made when its last machine is gone, and which machines decide it. */
export function Outlook({ soFarMinor, middleMinor, lowMinor, highMinor, loss, open, decides }: Props) {
  return (
    <section aria-label="What it will make" className="pt-2 text-row">
      <p>
        So far{' '}
        <span className="figures">
          <Money minor={soFarMinor} plus />
        </span>
        . With its {open} open {open === 1 ? 'machine' : 'machines'} it will make{' '}
        <b className="figures text-worth">
          <Money minor={middleMinor} plus />
        </b>{' '}
        in the middle, <Money minor={lowMinor} plus /> to <Money minor={highMinor} plus /> in eight of ten;{' '}
        {Math.round(loss * 100)} in 100 to end with a loss.
      </p>
      <p className="text-soft">
        What decides it:{' '}
        {decides.map(({ tag, swingMinor }, i) => (
          <span key={tag}>
            {i > 0 && ', '}
            <Link href={`/u/${tag}`} className="figures border-b border-current">
              {tag}
            </Link>{' '}
            ± <Money minor={swingMinor} />
          </span>
        ))}
        .
      </p>
    </section>
  );
}
