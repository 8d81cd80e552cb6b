import { perform, type Job } from './jobs.ts';

self.onmessage = ({ data }: MessageEvent<Job>) => void perform(data, (news) => self.postMessage(news));
