import 'reflect-metadata/lite';
import 'fake-indexeddb/auto';
import { configure } from '@testing-library/dom';
import fc from 'fast-check';
import { SEED } from './src/core/testing/many';

// What is waited for comes at once; a shared machine may take its time.
configure({ asyncUtilTimeout: 10_000 });

// A commit gets one verdict.
fc.configureGlobal({ seed: SEED });
