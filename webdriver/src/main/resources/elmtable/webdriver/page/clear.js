// Deletes what the page's origin keeps; answers whether all is gone, as what some page keeps open may not be.
async () => {
  let gone = true;
  localStorage.clear();
  sessionStorage.clear();
  window.name = '';
  const deleted = (name) =>
    new Promise((done) => {
      const asked = indexedDB.deleteDatabase(name);
      asked.onsuccess = done;
      asked.onerror = asked.onblocked = () => {
        gone = false;
        done();
      };
    });
  for (const { name } of await indexedDB.databases()) await deleted(name);
  if (self.caches) for (const name of await caches.keys()) await caches.delete(name);
  // A document without an address of its own knows no service workers.
  if (navigator.serviceWorker && location.protocol !== 'about:') {
    for (const worker of await navigator.serviceWorker.getRegistrations()) {
      gone = (await worker.unregister()) && gone;
    }
  }
  if (navigator.storage?.getDirectory) {
    const folder = await navigator.storage.getDirectory();
    // Firefox (153) does not let other realms iterate over them.
    const names = folder.keys();
    for (let next = await names.next(); !next.done; next = await names.next()) {
      await folder.removeEntry(next.value, { recursive: true });
    }
  }
  if (navigator.storageBuckets) {
    for (const name of await navigator.storageBuckets.keys()) {
      await navigator.storageBuckets.delete(name);
    }
  }
  return gone;
}
