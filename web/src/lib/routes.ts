import { createRouter } from 'sv-router';
import Case from '../parts/Case.svelte';
import AccountsPage from '../pages/AccountsPage.svelte';
import BriefPage from '../pages/BriefPage.svelte';
import CandidatePage from '../pages/CandidatePage.svelte';
import CandidatesPage from '../pages/CandidatesPage.svelte';
import ComparePage from '../pages/ComparePage.svelte';
import DataPage from '../pages/DataPage.svelte';
import FilePage from '../pages/FilePage.svelte';
import Home from '../pages/Home.svelte';
import Missing from '../pages/Missing.svelte';
import PolicyPage from '../pages/PolicyPage.svelte';
import ReportPage from '../pages/ReportPage.svelte';
import SearchPage from '../pages/SearchPage.svelte';
import SignOffPage from '../pages/SignOffPage.svelte';
import ThresholdPage from '../pages/ThresholdPage.svelte';
import TrailPage from '../pages/TrailPage.svelte';

export const { navigate, route } = createRouter({
  '/': Home,
  '/files/:id': FilePage,
  '/reports/:id': ReportPage,
  '/policy': PolicyPage,
  '/accounts': AccountsPage,
  '/trail': TrailPage,
  '/briefs/:id': {
    '/': BriefPage,
    '/data': DataPage,
    '/candidates': CandidatesPage,
    '/candidates/:candidate': CandidatePage,
    '/searches/:search': SearchPage,
    '/compare': ComparePage,
    '/threshold': ThresholdPage,
    '/sign-off': SignOffPage,
    '/trail': TrailPage,
    layout: Case,
  },
  '*': Missing,
});
