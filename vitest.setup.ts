import 'reflect-metadata/lite';
import 'fake-indexeddb/auto';
import { configure } from '@testing-library/dom';

// What is waited for comes at once; a shared machine may take its time.
configure({ asyncUtilTimeout: 10_000 });
