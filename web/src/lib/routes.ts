import { createRouter } from 'sv-router';
import Case from '../parts/Case.svelte';
import BriefPage from '../pages/BriefPage.svelte';
import CandidatePage from '../pages/CandidatePage.svelte';
import CandidatesPage from '../pages/CandidatesPage.svelte';
import ComparePage from '../pages/ComparePage.svelte';
import DataPage from '../pages/DataPage.svelte';
import FilePage from '../pages/FilePage.svelte';
import Home from '../pages/Home.svelte';
import Missing from '../pages/Missing.svelte';
import SearchPage from '../pages/SearchPage.svelte';
import SignOffPage from '../pages/SignOffPage.svelte';
import ThresholdPage from '../pages/ThresholdPage.svelte';

export const { navigate, route } = createRouter({
  '/': Home,
  '/files/:id': FilePage,
  '/briefs/:id': {
    '/': BriefPage,
    '/data': DataPage,
    '/candidates': CandidatesPage,
    '/candidates/:candidate': CandidatePage,
    '/searches/:search': SearchPage,
    '/compare': ComparePage,
    '/threshold': ThresholdPage,
    '/sign-off': SignOffPage,
    layout: Case,
  },
  '*': Missing,
});
