import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { UnitsProvider } from "./parts/units";
import { Rack } from "./rack/Rack";
import { Sheet } from "./sheet/Sheet";
import { Ways } from "./sheet/Ways";
import "./styles.css";

const client = new QueryClient({ defaultOptions: { queries: { refetchOnWindowFocus: true, retry: 2 } } });
const root = document.getElementById("root");
if (!root) throw new Error("no root");

createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <UnitsProvider>
        <BrowserRouter>
          <Routes>
            <Route path="/" element={<Rack />} />
            <Route path="/pieces/:id" element={<Sheet />} />
            <Route path="/pieces/:id/ways" element={<Ways />} />
            <Route path="/pieces/:id/:stage" element={<Sheet />} />
            <Route path="*" element={<Rack />} />
          </Routes>
        </BrowserRouter>
      </UnitsProvider>
    </QueryClientProvider>
  </StrictMode>,
);
