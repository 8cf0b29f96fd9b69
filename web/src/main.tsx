import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { later, loadAhead } from "./parts/later";
import { UnitsProvider } from "./parts/units";
import { Rack } from "./rack/Rack";
import "./styles.css";

const Sheet = later(() => import("./sheet/Sheet").then((m) => m.Sheet), <p className="p-10 text-soft">Fetching the piece…</p>);
const Ways = later(() => import("./ways/Ways").then((m) => m.Ways), <p className="p-10 text-soft">Working out every way there is…</p>);

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
loadAhead();
