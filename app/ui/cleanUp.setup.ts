import { cleanup } from "@testing-library/react";
import { afterEach } from "vitest";

// Without global test functions the library does not take a component down by itself.
afterEach(cleanup);
