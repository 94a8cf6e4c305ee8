import { database } from './database';
import { Projects } from './projects';

const held = globalThis as { elbowProjects?: Projects };

/** The server's projects, made on first use. */
export function projects(): Projects {
  return (held.elbowProjects ??= new Projects(database()));
}
