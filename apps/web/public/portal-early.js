// What the first page asks for is asked before its parts have come: over a slow line those take seconds. Each answer is taken once, by `readAt`.
if (location.pathname === '/portal')
  window.askedEarly = Object.fromEntries(
    ['/api/portal/me', '/api/portal/asks', '/api/portal/conversations', '/api/portal/invoices'].map((path) => [path, fetch(path).catch(() => null)]),
  );
