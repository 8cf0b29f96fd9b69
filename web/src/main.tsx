import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Redirect, Route, Router, Switch } from "wouter";
import { aroundNav } from "./parts/askFirst";
import { Fallen } from "./parts/Fallen";
import { later, loadAhead } from "./parts/later";
import { UnitsProvider } from "./parts/units";
import { Tape } from "./parts/Tape";
import { Rack } from "./rack/Rack";
import "./styles.css";

const Sheet = later(() => import("./sheet/Sheet").then((m) => m.Sheet), <p className="p-10 text-soft">Fetching the piece…</p>);
const Guide = later(() => import("./guide/Guide").then((m) => m.Guide), <p className="p-10 text-soft">Fetching the guide…</p>);
const Bench = later(() => import("./bench/Bench").then((m) => m.Bench), <p className="p-10 text-soft">Laying the piece out…</p>);
const Days = later(() => import("./days/Days").then((m) => m.Days), <p className="p-10 text-soft">Working out the days…</p>);
const Records = later(() => import("./records/Records").then((m) => m.Records), <p className="p-10 text-soft">Fetching the records…</p>);
const Record = later(() => import("./records/Record").then((m) => m.Record), <p className="p-10 text-soft">Fetching the record…</p>);
const Hands = later(() => import("./records/Hands").then((m) => m.Hands), <p className="p-10 text-soft">Adding up what was read…</p>);
const Ways = later(() => import("./ways/Ways").then((m) => m.Ways), <p className="p-10 text-soft">Working out every way there is…</p>);

const client = new QueryClient({ defaultOptions: { queries: { refetchOnWindowFocus: true, retry: 2 } } });
const root = document.getElementById("root");
if (!root) throw new Error("no root");

createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <UnitsProvider>
        <Router aroundNav={aroundNav}>
          <Fallen>
            <Switch>
              <Route path="/" component={Rack} />
              <Route path="/guide" component={Guide} />
              <Route path="/days" component={Days} />
              <Route path="/records" component={Records} />
              <Route path="/records/:id" component={Record} />
              <Route path="/hands" component={Hands} />
              <Route path="/pieces/:id/bench" component={Bench} />
              <Route path="/pieces/:id/ways" component={Ways} />
              <Route path="/pieces/:id/:stage?" component={Sheet} />
              <Route>
                <Redirect to="/" replace />
              </Route>
            </Switch>
          </Fallen>
          <Tape />
        </Router>
      </UnitsProvider>
    </QueryClientProvider>
  </StrictMode>,
);
loadAhead();
