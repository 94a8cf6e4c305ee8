import { designCodeFor, noDesignCode, type DesignCode } from '../codes/checks';
import type { Member, Model, Section } from '../model';

/** Which code checks a member, or why none does. */
export function codeOf(
  model: Model,
  member: Member,
  section: Section | undefined,
): { code?: DesignCode; reason?: string } {
  const material = member.material === null ? undefined : model.materials[member.material];
  if (!section || !material) return { reason: 'The member has no section or no material.' };
  const code = designCodeFor(material.kind, model.settings.code);
  if (!code) return { reason: noDesignCode(material.kind, model.settings.code) };
  const reason = code.excludes(member, section, material);
  return { code, ...(reason !== undefined ? { reason } : {}) };
}
