import { createRouter } from 'sv-router';
import Home from '../pages/Home.svelte';
import Missing from '../pages/Missing.svelte';
const Case = () => import('../parts/Case.svelte');
const AccountsPage = () => import('../pages/AccountsPage.svelte');
const BriefPage = () => import('../pages/BriefPage.svelte');
const CandidatePage = () => import('../pages/CandidatePage.svelte');
const CandidatesPage = () => import('../pages/CandidatesPage.svelte');
const ComparePage = () => import('../pages/ComparePage.svelte');
const DataPage = () => import('../pages/DataPage.svelte');
const FilePage = () => import('../pages/FilePage.svelte');
const FollowReportPage = () => import('../pages/FollowReportPage.svelte');
const InServicePage = () => import('../pages/InServicePage.svelte');
const MyAccountPage = () => import('../pages/MyAccountPage.svelte');
const PolicyPage = () => import('../pages/PolicyPage.svelte');
const ReportPage = () => import('../pages/ReportPage.svelte');
const SearchPage = () => import('../pages/SearchPage.svelte');
const SignOffPage = () => import('../pages/SignOffPage.svelte');
const ErrorsPage = () => import('../pages/ErrorsPage.svelte');
const SourcePage = () => import('../pages/SourcePage.svelte');
const ThresholdPage = () => import('../pages/ThresholdPage.svelte');
const TrailPage = () => import('../pages/TrailPage.svelte');

// the router binds what it gives
// eslint-disable-next-line @typescript-eslint/unbound-method
export const { navigate, route } = createRouter({
  '/': Home,
  '/files/:id': FilePage,
  '/sources': SourcePage,
  '/reports/:id': ReportPage,
  '/follow-ups/:id': FollowReportPage,
  '/policy': PolicyPage,
  '/accounts': AccountsPage,
  '/account': MyAccountPage,
  '/trail': TrailPage,
  '/briefs/:id': {
    '/': BriefPage,
    '/data': DataPage,
    '/candidates': CandidatesPage,
    '/candidates/:candidate': CandidatePage,
    '/searches/:search': SearchPage,
    '/compare': ComparePage,
    '/threshold': ThresholdPage,
    '/errors': ErrorsPage,
    '/sign-off': SignOffPage,
    '/in-service': InServicePage,
    '/trail': TrailPage,
    layout: Case,
  },
  '*': Missing,
});
