import { useProject } from '@/api/queries';
import { useStore } from '@/parts/store';
import { chosenEnvironment } from './chosenEnvironment';

/** The environment that one works in: the chosen one while the project has it, else the project's first. */
export function useEnvironment(): string {
  const { data: project } = useProject();
  const name = useStore(chosenEnvironment);
  const environments = project?.environments ?? [];
  return environments.includes(name) ? name : (environments[0] ?? '');
}
