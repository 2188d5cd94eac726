import Papa from 'papaparse';
import { CHASSIS, GROUPS, WHOLE_LOOK, type Catalogue, type Cause, type Finding } from '@/core/catalogue';
import { plainCell } from './cells';

/** Short and exact: 0.97 as 97, 0.005 as 0.5. */
const percent = (share: number) => String(Math.round(share * 1e6) / 1e4);

/**
 * Every number of the tests as one table: a line for each outcome of each finding, a column for each cause, in
 * per cent; empty where the cause does not touch the finding.
 */
export function findingsCsv({ causes, findings }: Pick<Catalogue, 'causes' | 'findings'>): string {
  const head = ['group', 'stage', 'finding', 'question', 'outcome', 'words', 'source', 'nothing of these'];
  const lines = findings.flatMap((finding) =>
    finding.outcomes.map((outcome, o) => [
      finding.group,
      finding.stage,
      finding.id,
      finding.ask,
      outcome.id,
      outcome.label,
      finding.source,
      percent(finding.leak[o]),
      ...causes.map((cause) => (finding.by[cause.id] ? percent(finding.by[cause.id][o]) : '')),
    ]),
  );
  return Papa.unparse(
    [[...head, ...causes.map((cause) => cause.id)], ...lines].map((line) => line.map(plainCell)),
  );
}

/** What each cause is, and how surely each repair cures it, in per cent. */
export function causesCsv({ causes, repairs }: Pick<Catalogue, 'causes' | 'repairs'>): string {
  const head = ['group', 'cause', 'name', ...CHASSIS, 'price left', 'if left', 'source'];
  const lines = causes.map((cause) => [
    cause.group,
    cause.id,
    cause.name,
    ...CHASSIS.map((chassis) => (cause.prior[chassis] === undefined ? '' : percent(cause.prior[chassis]))),
    percent(cause.valueLeft),
    cause.ifLeft,
    cause.source,
    ...repairs.map((repair) => (repair.cures[cause.id] === undefined ? '' : percent(repair.cures[cause.id]))),
  ]);
  return Papa.unparse(
    [[...head, ...repairs.map((repair) => repair.id)], ...lines].map((line) => line.map(plainCell)),
  );
}

const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const plain = (text: string) => text.replace(/[&<>"]/g, (sign) => SIGNS[sign]);

/** A number on a ground as dark as it is large. */
const cell = (share: number | undefined) =>
  share === undefined
    ? '<td></td>'
    : `<td style="background:rgba(29,33,29,${(share * 0.7).toFixed(3)})${share > 0.6 ? ';color:#fff' : ''}">${percent(share)}</td>`;

function findingsTable(findings: Finding[], causes: Cause[]): string {
  const touched = causes.filter((cause) => findings.some((finding) => finding.by[cause.id]));
  const head = touched
    .map((cause) => `<th class="up" title="${plain(cause.name)}">${cause.id}</th>`)
    .join('');
  const rows = findings.flatMap((finding) =>
    finding.outcomes.map((outcome, o) => {
      const of = finding.outcomes.length;
      const asks =
        o > 0
          ? ''
          : `<th rowspan="${of}" title="${plain(finding.source)}">${plain(finding.ask)}<br><i>${finding.id}</i></th>`;
      const numbers = touched.map((cause) => cell(finding.by[cause.id]?.[o])).join('');
      return `<tr>${asks}<th>${plain(outcome.label)}</th>${cell(finding.leak[o])}${numbers}</tr>`;
    }),
  );
  return `<table><thead><tr><th>Question</th><th>Answer</th><th class="up">nothing of these</th>${head}</tr></thead><tbody>${rows.join('\n')}</tbody></table>`;
}

function causesTable(causes: Cause[], repairs: Catalogue['repairs']): string {
  const rows = causes.map((cause) => {
    const cured = repairs
      .filter((repair) => repair.cures[cause.id] !== undefined)
      .map((repair) => `${repair.id} ${percent(repair.cures[cause.id])}`)
      .join(', ');
    const priors = CHASSIS.map((chassis) => cell(cause.prior[chassis])).join('');
    return `<tr><th title="${plain(cause.source)}">${plain(cause.name)}<br><i>${cause.id}</i></th>${priors}${cell(cause.valueLeft)}<th>${plain(cured)}</th></tr>`;
  });
  return `<table><thead><tr><th>Cause</th>${CHASSIS.map((chassis) => `<th class="up">${chassis}</th>`).join('')}<th class="up">price left</th><th>Cured by</th></tr></thead><tbody>${rows.join('\n')}</tbody></table>`;
}

const STYLE = `body{font:14px/1.35 sans-serif;margin:24px;color:#1d211d;background:#f7f5ee}
table{border-collapse:collapse;margin:12px 0 32px}td,th{border:1px solid #b9b7ab;padding:2px 5px;font-weight:400}
th{text-align:left;vertical-align:top;max-width:280px}td{text-align:right;font-variant-numeric:tabular-nums}
thead th{position:sticky;top:0;background:#f7f5ee;vertical-align:bottom}i{color:#5c6159;font-size:12px}
.up{writing-mode:vertical-rl;transform:rotate(180deg);white-space:nowrap}`;

/** The whole catalogue for review by eye, one page, nothing fetched. Numbers in per cent; sources on hover. The
 * look over the whole machine, which every cause touches alike, is left to the CSV. */
export function catalogueHtml({ version, causes, findings, repairs }: Catalogue): string {
  const parts = GROUPS.filter((group) => causes.some((cause) => cause.group === group)).map((group) => {
    const own = findings.filter((finding) => finding.group === group && finding.id !== WHOLE_LOOK);
    return `<h2 id="${group}">${group}</h2>${causesTable(
      causes.filter((cause) => cause.group === group),
      repairs,
    )}${own.length ? findingsTable(own, causes) : ''}`;
  });
  const links = GROUPS.map((group) => `<a href="#${group}">${group}</a>`).join(' ');
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Catalogue ${plain(version)}</title><style>${STYLE}</style>
<h1>Catalogue ${plain(version)}</h1><p>${links}</p><p>Per cent. ${causes.length} causes, ${findings.length} findings, ${repairs.length} repairs.</p>
${parts.join('\n')}</html>\n`;
}
