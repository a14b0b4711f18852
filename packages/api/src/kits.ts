/** Kits: a client's resources chosen for a language pair. */
import { z } from 'zod';
import { routes } from './route.js';
import { done, idParam, made, ofClient } from './shared.js';

/** Of a memory, only the units that say so; what is left out or empty asks for nothing. */
export const unitsOnly = z.object({
  /** Of this client, by the unit's own property, whatever its capitals. */
  client: z.string().trim().max(200).optional(),
  subject: z.string().trim().max(200).optional(),
  /** Made or changed on this day or later. */
  since: z.iso.date().optional(),
});
export type UnitsOnly = z.infer<typeof unitsOnly>;

export const kitMemory = z.object({
  id: z.number().int(),
  /** Points that are taken off its scores: it is old, foreign or bridged. */
  off: z.number().min(0).max(50),
  only: unitsOnly.optional(),
});
export type KitMemoryBody = z.infer<typeof kitMemory>;

export const kitChoice = z.object({
  /** BCP 47; empty: not chosen. */
  source: z.string().max(40),
  target: z.string().max(40),
  threshold: z.number().min(1).max(100),
  /** In the order of their ranks. */
  memories: z.array(kitMemory).max(100),
  termbases: z.array(z.number().int()).max(100),
  /** The one of the memories, and of the termbases, that the project writes to; null: all are looked up only. */
  writesMemory: z.number().int().nullable(),
  writesTermbase: z.number().int().nullable(),
});
export type KitChoice = z.infer<typeof kitChoice>;

const named = z.object({ name: z.string().max(200) });

export const kitItem = z.object({
  id: z.number(),
  clientId: z.number(),
  client: z.string(),
  name: z.string(),
  source: z.string(),
  target: z.string(),
  /** Names, in the order of their ranks. */
  memories: z.array(z.string()).readonly(),
  termbases: z.array(z.string()).readonly(),
  /** Names of what the project writes to. */
  writes: z.array(z.string()).readonly(),
  changedAt: z.string(),
});
export type KitItem = z.infer<typeof kitItem>;

export const newKit = named.extend({
  clientId: z.number().int(),
  source: z.string().max(40),
  target: z.string().max(40),
  /** A kit that is its pattern: of the same client with its resources, of another without. */
  like: z.number().int().nullable().default(null),
  /** With an empty memory and an empty termbase of its name, that the project writes to. */
  withLasting: z.boolean().default(false),
});
export type NewKit = z.infer<typeof newKit>;

export const kitContract = routes({
  'GET /kits': { summary: 'All kits, of one client or of all', query: ofClient, answer: z.array(kitItem) },
  'POST /kits': { body: newKit, answer: made },
  'PATCH /kits/:id': { params: idParam, body: named, answer: done },
  'DELETE /kits/:id': { params: idParam, answer: done },
});
