/* eslint-disable */
import * as Router from 'expo-router';

export * from 'expo-router';

declare module 'expo-router' {
  export namespace ExpoRouter {
    export interface __routes<T extends string | object = string> {
      hrefInputParams:
        | { pathname: Router.RelativePathString; params?: Router.UnknownInputParams }
        | { pathname: Router.ExternalPathString; params?: Router.UnknownInputParams }
        | { pathname: `/floor`; params?: Router.UnknownInputParams }
        | { pathname: `/`; params?: Router.UnknownInputParams }
        | { pathname: `/lab`; params?: Router.UnknownInputParams }
        | { pathname: `/settings`; params?: Router.UnknownInputParams }
        | { pathname: `/shelf`; params?: Router.UnknownInputParams }
        | { pathname: `/_sitemap`; params?: Router.UnknownInputParams }
        | { pathname: `/clients`; params?: Router.UnknownInputParams }
        | { pathname: `/clients/new`; params?: Router.UnknownInputParams }
        | { pathname: `/+not-found`; params: Router.UnknownInputParams & {} }
        | {
            pathname: `/clients/[id]/clear`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/cues`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/edit`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | { pathname: `/clients/[id]`; params: Router.UnknownInputParams & { id: string | number } }
        | {
            pathname: `/clients/[id]/load`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/move`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/prescription`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/print`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/recheck`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/referral`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/report`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/run`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/setup`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/sheet`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/stop`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/measure/[station]`;
            params: Router.UnknownInputParams & { id: string | number; station: string | number };
          }
        | {
            pathname: `/clients/[id]/measure`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/probe`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/probe/why`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/watch/[capture]`;
            params: Router.UnknownInputParams & { id: string | number; capture: string | number };
          }
        | {
            pathname: `/clients/[id]/watch/eye`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/watch`;
            params: Router.UnknownInputParams & { id: string | number };
          };
      hrefOutputParams:
        | { pathname: Router.RelativePathString; params?: Router.UnknownOutputParams }
        | { pathname: Router.ExternalPathString; params?: Router.UnknownOutputParams }
        | { pathname: `/floor`; params?: Router.UnknownOutputParams }
        | { pathname: `/`; params?: Router.UnknownOutputParams }
        | { pathname: `/lab`; params?: Router.UnknownOutputParams }
        | { pathname: `/settings`; params?: Router.UnknownOutputParams }
        | { pathname: `/shelf`; params?: Router.UnknownOutputParams }
        | { pathname: `/_sitemap`; params?: Router.UnknownOutputParams }
        | { pathname: `/clients`; params?: Router.UnknownOutputParams }
        | { pathname: `/clients/new`; params?: Router.UnknownOutputParams }
        | { pathname: `/+not-found`; params: Router.UnknownOutputParams & {} }
        | { pathname: `/clients/[id]/clear`; params: Router.UnknownOutputParams & { id: string } }
        | { pathname: `/clients/[id]/cues`; params: Router.UnknownOutputParams & { id: string } }
        | { pathname: `/clients/[id]/edit`; params: Router.UnknownOutputParams & { id: string } }
        | { pathname: `/clients/[id]`; params: Router.UnknownOutputParams & { id: string } }
        | { pathname: `/clients/[id]/load`; params: Router.UnknownOutputParams & { id: string } }
        | { pathname: `/clients/[id]/move`; params: Router.UnknownOutputParams & { id: string } }
        | {
            pathname: `/clients/[id]/prescription`;
            params: Router.UnknownOutputParams & { id: string };
          }
        | { pathname: `/clients/[id]/print`; params: Router.UnknownOutputParams & { id: string } }
        | { pathname: `/clients/[id]/recheck`; params: Router.UnknownOutputParams & { id: string } }
        | {
            pathname: `/clients/[id]/referral`;
            params: Router.UnknownOutputParams & { id: string };
          }
        | { pathname: `/clients/[id]/report`; params: Router.UnknownOutputParams & { id: string } }
        | { pathname: `/clients/[id]/run`; params: Router.UnknownOutputParams & { id: string } }
        | { pathname: `/clients/[id]/setup`; params: Router.UnknownOutputParams & { id: string } }
        | { pathname: `/clients/[id]/sheet`; params: Router.UnknownOutputParams & { id: string } }
        | { pathname: `/clients/[id]/stop`; params: Router.UnknownOutputParams & { id: string } }
        | {
            pathname: `/clients/[id]/measure/[station]`;
            params: Router.UnknownOutputParams & { id: string; station: string };
          }
        | { pathname: `/clients/[id]/measure`; params: Router.UnknownOutputParams & { id: string } }
        | { pathname: `/clients/[id]/probe`; params: Router.UnknownOutputParams & { id: string } }
        | {
            pathname: `/clients/[id]/probe/why`;
            params: Router.UnknownOutputParams & { id: string };
          }
        | {
            pathname: `/clients/[id]/watch/[capture]`;
            params: Router.UnknownOutputParams & { id: string; capture: string };
          }
        | {
            pathname: `/clients/[id]/watch/eye`;
            params: Router.UnknownOutputParams & { id: string };
          }
        | { pathname: `/clients/[id]/watch`; params: Router.UnknownOutputParams & { id: string } };
      href:
        | Router.RelativePathString
        | Router.ExternalPathString
        | `/floor${`?${string}` | `#${string}` | ''}`
        | `/${`?${string}` | `#${string}` | ''}`
        | `/lab${`?${string}` | `#${string}` | ''}`
        | `/settings${`?${string}` | `#${string}` | ''}`
        | `/shelf${`?${string}` | `#${string}` | ''}`
        | `/_sitemap${`?${string}` | `#${string}` | ''}`
        | `/clients${`?${string}` | `#${string}` | ''}`
        | `/clients/new${`?${string}` | `#${string}` | ''}`
        | { pathname: Router.RelativePathString; params?: Router.UnknownInputParams }
        | { pathname: Router.ExternalPathString; params?: Router.UnknownInputParams }
        | { pathname: `/floor`; params?: Router.UnknownInputParams }
        | { pathname: `/`; params?: Router.UnknownInputParams }
        | { pathname: `/lab`; params?: Router.UnknownInputParams }
        | { pathname: `/settings`; params?: Router.UnknownInputParams }
        | { pathname: `/shelf`; params?: Router.UnknownInputParams }
        | { pathname: `/_sitemap`; params?: Router.UnknownInputParams }
        | { pathname: `/clients`; params?: Router.UnknownInputParams }
        | { pathname: `/clients/new`; params?: Router.UnknownInputParams }
        | `/+not-found${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/clear${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/cues${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/edit${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/load${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/move${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/prescription${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/print${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/recheck${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/referral${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/report${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/run${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/setup${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/sheet${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/stop${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/measure/${Router.SingleRoutePart<T>}${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/measure${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/probe${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/probe/why${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/watch/${Router.SingleRoutePart<T>}${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/watch/eye${`?${string}` | `#${string}` | ''}`
        | `/clients/${Router.SingleRoutePart<T>}/watch${`?${string}` | `#${string}` | ''}`
        | { pathname: `/+not-found`; params: Router.UnknownInputParams & {} }
        | {
            pathname: `/clients/[id]/clear`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/cues`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/edit`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | { pathname: `/clients/[id]`; params: Router.UnknownInputParams & { id: string | number } }
        | {
            pathname: `/clients/[id]/load`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/move`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/prescription`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/print`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/recheck`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/referral`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/report`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/run`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/setup`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/sheet`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/stop`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/measure/[station]`;
            params: Router.UnknownInputParams & { id: string | number; station: string | number };
          }
        | {
            pathname: `/clients/[id]/measure`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/probe`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/probe/why`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/watch/[capture]`;
            params: Router.UnknownInputParams & { id: string | number; capture: string | number };
          }
        | {
            pathname: `/clients/[id]/watch/eye`;
            params: Router.UnknownInputParams & { id: string | number };
          }
        | {
            pathname: `/clients/[id]/watch`;
            params: Router.UnknownInputParams & { id: string | number };
          };
    }
  }
}
