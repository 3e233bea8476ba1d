import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Problem } from "./api/client";
import "./app.css";
import { KeysProvider } from "./kit/keys";
import { ThemeProvider } from "./kit/theme";
import { ToastProvider } from "./kit/toasts";
import { ViceProvider } from "./kit/vice";
import { router } from "./router";

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 2_000,
      retry: (count, error) => count < 2 && !(error instanceof Problem && error.status >= 400 && error.status < 500),
    },
  },
});

const root = document.getElementById("root");
if (root)
  createRoot(root).render(
    <StrictMode>
      <ThemeProvider>
        <QueryClientProvider client={client}>
          <ViceProvider>
            <ToastProvider>
              <KeysProvider>
                <RouterProvider router={router} />
              </KeysProvider>
            </ToastProvider>
          </ViceProvider>
        </QueryClientProvider>
      </ThemeProvider>
    </StrictMode>,
  );
