# Two stages: what is needed for building does not run.
FROM docker.io/library/node:20-bookworm-slim AS build
WORKDIR /srv/fieldstone
COPY package.json package-lock.json ./
RUN npm ci --no-audit --no-fund
COPY . .
RUN npm run build && npm prune --omit=dev

FROM docker.io/library/node:20-bookworm-slim
RUN apt-get update && apt-get install -y --no-install-recommends chromium postgresql-client && rm -rf /var/lib/apt/lists/*
WORKDIR /srv/fieldstone
COPY --from=build /srv/fieldstone/node_modules node_modules
COPY --from=build /srv/fieldstone/build build
COPY --from=build /srv/fieldstone/db db
COPY --from=build /srv/fieldstone/package.json .
ENV NODE_ENV=production HOST=0.0.0.0
EXPOSE 4310
USER node
CMD ["node", "build/server/index.js"]
