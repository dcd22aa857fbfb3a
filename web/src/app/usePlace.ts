import { useRouter } from 'wouter';

/**
 * The address as it stands. What wouter's own hooks give is decoded already, so that a `%` in a name would be decoded
 * twice.
 */
export function usePathname(): string {
  const router = useRouter();
  return router.hook(router)[0];
}

/** What the address asks for behind its path. */
export function useAddressQuery(): URLSearchParams {
  const router = useRouter();
  return new URLSearchParams(router.searchHook(router));
}
