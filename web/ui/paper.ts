import type { LabelsRequest } from '../../api/routes.ts';

type Paper = LabelsRequest['paper'];

const PAPER = 'kosmema-paper';
export const papers: Paper[] = ['A4', 'Letter'];

/** The paper that this device printed on last. */
export const lastPaper = (): Paper => papers.find((of) => of === localStorage.getItem(PAPER)) ?? 'A4';

export const rememberPaper = (paper: Paper): void => localStorage.setItem(PAPER, paper);
