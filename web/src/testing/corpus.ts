/// <reference types="node" />
import { readFileSync } from 'node:fs';

/** Examples that the server's tests wrote; both sides are held to them. */
export const corpus = <Example>(name: string): Example[] =>
  JSON.parse(readFileSync(`${import.meta.dirname}/../../../core/src/test/corpus/${name}`, 'utf8'));
