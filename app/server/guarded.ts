import { NotMade } from './documents';
import { troubleOf } from '../store/storage-trouble';

/**
 * The gate every loader and action goes through: what the store cannot do is answered with a sentence and a word a client can act on (503),
 * never with a stack. Whoever may do what will be asked here too, once there are accounts.
 */
export function guarded<A, R>(handler: (args: A) => R | Promise<R>): (args: A) => Promise<R> {
  return async (args) => {
    try {
      return await handler(args);
    } catch (error) {
      if (error instanceof NotMade) throw Response.json({ error: error.message }, { status: error.status });
      const trouble = troubleOf(error);
      if (!trouble) throw error;
      console.error(`${new Date().toISOString()} ${trouble.error}`, error);
      throw Response.json(trouble, { status: trouble.trouble === 'broken-project' ? 409 : 503 });
    }
  };
}
