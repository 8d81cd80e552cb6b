import '../core/kinds/all.ts';
import { parentPort } from 'node:worker_threads';
import { perform, type Job } from './jobs.ts';

parentPort!.on('message', (job: Job) => void perform(job, (news) => parentPort!.postMessage(news)));
