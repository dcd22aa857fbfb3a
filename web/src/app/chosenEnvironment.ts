import { store } from '@/parts/store';

const KEY = 'environment';

/** The name of the environment that was chosen here last; empty where none was. */
export const chosenEnvironment = store<string>(localStorage.getItem(KEY) ?? '');

export function chooseEnvironment(name: string) {
  localStorage.setItem(KEY, name);
  chosenEnvironment.set(name);
}

/** What a run or plan is asked for where one works in another environment than the first. */
export function chosenEnvironments(environments: readonly string[]): string[] {
  const name = chosenEnvironment.get();
  return environments.indexOf(name) > 0 ? [name] : [];
}
