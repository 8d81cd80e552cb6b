import '../core/kinds/all.ts';
import { parentPort } from 'node:worker_threads';
import { evaluateBoard } from '../core/board/evaluate.ts';
import { archiveOf } from '../print/archive.ts';
import { pdfReport } from '../print/pdf.ts';
import { perform, type Job } from './jobs.ts';

const printing = {
  pdf: ({ doc, options }: Omit<Job<'pdf'>, 'sort'>) => pdfReport(evaluateBoard(doc), options),
  archive: ({ doc, options }: Omit<Job<'archive'>, 'sort'>) => archiveOf(evaluateBoard(doc), options),
};

parentPort!.on('message', (job: Job) => void perform(job, (news) => parentPort!.postMessage(news), printing));
