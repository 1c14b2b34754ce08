/* Least gaps through the travel of an axle, in plain C: the same search as core/clearance, to measure that against.
 * Reads bodies from standard input, prints the sum of the gaps, how often a distance was asked for, and milliseconds a round.
 *
 *   rounds pairs, then per pair: cy cz jounce rebound roll jounceSpacing reboundSpacing, then two bodies:
 *   radius points discs, points as on x y z, discs as on x y z radius (normals up). on is 1 for the axle.
 * The last body of a pair that rides along whole is asked once, as there.
 */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

#define MOST 12
typedef struct {
  double radius, home[3 * MOST], at[3 * MOST], normal[3 * MOST], radii[MOST];
  int on[MOST], points, discs;
} Body;
typedef struct { double cy, cz, jounce, rebound, roll, jounceSpacing, reboundSpacing; } Motion;
typedef struct { double w[12], a[12], share[4], v[3]; int count; } Simplex;
typedef struct { double gap, sure, normal[3]; } Distance;
static long asked;

static void pose(Body *b, const Motion *m, double heave, double roll) {
  double c = cos(roll), s = sin(roll);
  for (int k = 0; k < b->points + b->discs; k++) {
    if (!b->on[k]) continue;
    double y = b->home[3 * k + 1] - m->cy, z = b->home[3 * k + 2] - m->cz;
    b->at[3 * k + 1] = m->cy + c * y - s * z;
    b->at[3 * k + 2] = m->cz + s * y + c * z + heave;
  }
  for (int d = 0; d < b->discs; d++)
    if (b->on[b->points + d]) { b->normal[3 * d + 1] = -s; b->normal[3 * d + 2] = c; }
}
static void support(const Body *b, double dx, double dy, double dz, double *out) {
  double best = -INFINITY;
  for (int k = 0; k < b->points; k++) {
    const double *p = b->at + 3 * k;
    double along = dx * p[0] + dy * p[1] + dz * p[2];
    if (along > best) { best = along; memcpy(out, p, 3 * sizeof *out); }
  }
  for (int d = 0; d < b->discs; d++) {
    const double *p = b->at + 3 * (b->points + d), *n = b->normal + 3 * d;
    double across = dx * n[0] + dy * n[1] + dz * n[2];
    double px = dx - across * n[0], py = dy - across * n[1], pz = dz - across * n[2];
    double flat = sqrt(px * px + py * py + pz * pz);
    if (flat < 1e-4) {
      double rest = px * n[0] + py * n[1] + pz * n[2];
      px -= rest * n[0]; py -= rest * n[1]; pz -= rest * n[2];
      flat = sqrt(px * px + py * py + pz * pz);
    }
    double along = dx * p[0] + dy * p[1] + dz * p[2] + b->radii[d] * flat;
    if (along > best) {
      double reach = flat > 1e-13 ? b->radii[d] / flat : 0;
      best = along;
      out[0] = p[0] + reach * px; out[1] = p[1] + reach * py; out[2] = p[2] + reach * pz;
    }
  }
}

typedef struct { double square, share[4]; } Near;
static double dot(const double *w, int i, int j) {
  return w[3 * i] * w[3 * j] + w[3 * i + 1] * w[3 * j + 1] + w[3 * i + 2] * w[3 * j + 2];
}
static void measure(Near *f, const double *w, int i, int j, int k, double si, double sj, double sk) {
  double x = si * w[3 * i] + sj * w[3 * j] + sk * w[3 * k];
  double y = si * w[3 * i + 1] + sj * w[3 * j + 1] + sk * w[3 * k + 1];
  double z = si * w[3 * i + 2] + sj * w[3 * j + 2] + sk * w[3 * k + 2];
  memset(f->share, 0, sizeof f->share);
  f->share[i] = si;
  if (sj > 0) f->share[j] = sj;
  if (sk > 0) f->share[k] = sk;
  f->square = x * x + y * y + z * z;
}
static void onSegment(Near *f, const double *w, int i, int j) {
  double ii = dot(w, i, i), ij = dot(w, i, j), length = ii - 2 * ij + dot(w, j, j);
  double t = length > 0 ? (ii - ij) / length : 0;
  if (t <= 0) measure(f, w, i, j, j, 1, 0, 0);
  else if (t >= 1) measure(f, w, j, i, i, 1, 0, 0);
  else measure(f, w, i, j, j, 1 - t, t, 0);
}
static void onTriangle(Near *f, const double *w, int a, int b, int c) {
  double ab[3], ac[3];
  for (int k = 0; k < 3; k++) { ab[k] = w[3 * b + k] - w[3 * a + k]; ac[k] = w[3 * c + k] - w[3 * a + k]; }
#define ALONG(e, p) (-(e[0] * w[3 * p] + e[1] * w[3 * p + 1] + e[2] * w[3 * p + 2]))
  double d1 = ALONG(ab, a), d2 = ALONG(ac, a);
  if (d1 <= 0 && d2 <= 0) { measure(f, w, a, b, c, 1, 0, 0); return; }
  double d3 = ALONG(ab, b), d4 = ALONG(ac, b);
  if (d3 >= 0 && d4 <= d3) { measure(f, w, b, a, c, 1, 0, 0); return; }
  double vc = d1 * d4 - d3 * d2;
  if (vc <= 0 && d1 >= 0 && d3 <= 0) { onSegment(f, w, a, b); return; }
  double d5 = ALONG(ab, c), d6 = ALONG(ac, c);
  if (d6 >= 0 && d5 <= d6) { measure(f, w, c, a, b, 1, 0, 0); return; }
  double vb = d5 * d2 - d1 * d6;
  if (vb <= 0 && d2 >= 0 && d6 <= 0) { onSegment(f, w, a, c); return; }
  double va = d3 * d6 - d5 * d4;
  if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) { onSegment(f, w, b, c); return; }
  double sum = va + vb + vc;
  if (va > 0 && vb > 0 && vc > 0) { measure(f, w, a, b, c, va / sum, vb / sum, vc / sum); return; }
  int edges[3][2] = {{a, b}, {b, c}, {c, a}}, best = 0;
  double near = INFINITY;
  for (int e = 0; e < 3; e++) {
    onSegment(f, w, edges[e][0], edges[e][1]);
    if (f->square < near) { near = f->square; best = e; }
  }
  onSegment(f, w, edges[best][0], edges[best][1]);
}
static int outside(const double *w, int a, int b, int c, int d) {
  double u[3], v[3], t[3];
  for (int k = 0; k < 3; k++) {
    u[k] = w[3 * b + k] - w[3 * a + k]; v[k] = w[3 * c + k] - w[3 * a + k]; t[k] = w[3 * d + k] - w[3 * a + k];
  }
  double n[3] = {u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]};
  double origin = -(n[0] * w[3 * a] + n[1] * w[3 * a + 1] + n[2] * w[3 * a + 2]);
  double fourth = n[0] * t[0] + n[1] * t[1] + n[2] * t[2];
  return fourth == 0 || origin * fourth < 0;
}
static void keep(Simplex *s, const Near *f) {
  int n = 0;
  for (int i = 0; i < s->count; i++) {
    if (!(f->share[i] > 0)) continue;
    s->share[n] = f->share[i];
    if (n != i) { memcpy(s->w + 3 * n, s->w + 3 * i, 24); memcpy(s->a + 3 * n, s->a + 3 * i, 24); }
    n++;
  }
  s->count = n;
  for (int k = 0; k < 3; k++) {
    s->v[k] = 0;
    for (int i = 0; i < n; i++) s->v[k] += s->share[i] * s->w[3 * i + k];
  }
}
static int reduce(Simplex *s) {
  Near f, best;
  static const int faces[4][4] = {{0, 1, 2, 3}, {0, 1, 3, 2}, {0, 2, 3, 1}, {1, 2, 3, 0}};
  switch (s->count) {
  case 1: measure(&f, s->w, 0, 0, 0, 1, 0, 0); keep(s, &f); return 0;
  case 2: onSegment(&f, s->w, 0, 1); keep(s, &f); return 0;
  case 3: onTriangle(&f, s->w, 0, 1, 2); keep(s, &f); return 0;
  }
  int inside = 1;
  best.square = INFINITY;
  for (int i = 0; i < 4; i++) {
    const int *c = faces[i];
    if (!outside(s->w, c[0], c[1], c[2], c[3])) continue;
    inside = 0;
    onTriangle(&f, s->w, c[0], c[1], c[2]);
    if (f.square < best.square) best = f;
  }
  if (!inside) keep(s, &best);
  return inside;
}
static void add(Simplex *s, const Body *a, const Body *b, double dx, double dy, double dz) {
  double pa[3], pb[3];
  support(a, dx, dy, dz, pa);
  support(b, -dx, -dy, -dz, pb);
  for (int k = 0; k < 3; k++) { s->a[3 * s->count + k] = pa[k]; s->w[3 * s->count + k] = pa[k] - pb[k]; }
  s->count++;
}
static void distance(const Body *a, const Body *b, double close, Distance *d) {
  Simplex s = {.count = 0};
  double *n = d->normal, *v = s.v, lower = -INFINITY;
  asked++;
  add(&s, a, b, -n[0], -n[1], -n[2]);
  reduce(&s);
  double size = sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
  for (int step = 0; step < 128 && size > 1e-9; step++) {
    add(&s, a, b, -v[0] / size, -v[1] / size, -v[2] / size);
    const double *w = s.w + 3 * (s.count - 1);
    double plane = (v[0] * w[0] + v[1] * w[1] + v[2] * w[2]) / size;
    if (plane > lower) { lower = plane; for (int k = 0; k < 3; k++) n[k] = v[k] / size; }
    if (size - lower <= close) break;
    if (reduce(&s)) { size = 0; break; }
    double next = sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    if (next >= size) break;
    size = next;
  }
  d->gap = size - a->radius - b->radius;
  d->sure = size > lower ? size - lower : 0;
}

typedef struct { int count, moves[MOST]; double value[MOST], heave[MOST], roll[MOST], rest[MOST]; } Supports;
static void fill(Supports *o, const Body *b, const Motion *m, const double *n, int sign, int axle, double heave,
                 double hz, double hr) {
  int turns = axle ? -1 : 1;
  double oz = m->cz + heave, half = hr * hr / 2;
  o->count = b->points + b->discs;
  for (int k = 0; k < o->count; k++) {
    const double *p = b->at + 3 * k;
    double y = p[1] - m->cy, z = p[2] - oz;
    int moves = b->on[k], turning = moves != axle;
    o->moves[k] = moves;
    o->value[k] = n[0] * p[0] + n[1] * p[1] + n[2] * p[2];
    o->heave[k] = moves ? n[2] : 0;
    o->roll[k] = turning ? turns * (n[2] * y - n[1] * z) : 0;
    o->rest[k] = turning ? sqrt(y * y + z * z) * half : 0;
    if (axle && !moves) o->rest[k] += hz * hr;
    if (k < b->points) continue;
    int d = k - b->points;
    const double *q = b->normal + 3 * d;
    double across = n[0] * q[0] + n[1] * q[1] + n[2] * q[2];
    double flat = sqrt(fmax(0, 1 - across * across)), radius = b->radii[d];
    o->value[k] += sign * radius * flat;
    if (!turning) continue;
    double turn = flat > 1e-9 ? -across * turns * (n[2] * q[1] - n[1] * q[2]) / flat : 0;
    double least = flat - hr, bent = least > 0 ? half * (1 + 1 / least) : INFINITY;
    o->roll[k] += sign * radius * turn;
    o->rest[k] += radius * fmin(bent, hr * (1 + fabs(turn)));
  }
}
typedef struct { double gap, heave, roll, byHeave, byRoll; } Bound;
static double signOf(double x) { return x > 0 ? 1 : x < 0 ? -1 : 0; }
static void bound(const Body *a, const Body *b, const Motion *m, const double *n, double heave, double hz, double hr,
                  Bound *out) {
  Supports s, t;
  out->gap = -INFINITY;
  for (int axle = 0; axle < 2; axle++) {
    double least = INFINITY, up = 0, turn = 0;
    fill(&s, a, m, n, -1, axle, heave, hz, hr);
    fill(&t, b, m, n, 1, axle, heave, hz, hr);
    for (int i = 0; i < s.count; i++)
      for (int j = 0; j < t.count; j++) {
        double rises = s.moves[i] == t.moves[j] ? 0 : s.heave[i] - t.heave[j], turns = s.roll[i] - t.roll[j];
        double value = s.value[i] - t.value[j] - fabs(rises) * hz - fabs(turns) * hr - s.rest[i] - t.rest[j];
        if (value < least) { least = value; up = rises; turn = turns; }
      }
    least -= a->radius + b->radius;
    if (least <= out->gap) continue;
    out->gap = least; out->heave = -signOf(up); out->roll = -signOf(turn);
    out->byHeave = (fabs(up) + 0.2) * hz; out->byRoll = (fabs(turn) + 0.1) * hr;
  }
}

typedef struct { double heave, roll, hz, hr, lower; int split; } Cell;
static Cell *heap;
static int held, room;
static void push(Cell c) {
  if (held == room) heap = realloc(heap, (room = room ? 2 * room : 256) * sizeof *heap);
  int i = held++;
  while (i > 0) { int up = (i - 1) >> 1; if (heap[up].lower <= c.lower) break; heap[i] = heap[up]; i = up; }
  heap[i] = c;
}
static Cell pop(void) {
  Cell top = heap[0], last = heap[--held];
  int i = 0;
  for (;;) {
    int down = 2 * i + 1;
    if (down >= held) break;
    if (down + 1 < held && heap[down + 1].lower < heap[down].lower) down++;
    if (heap[down].lower >= last.lower) break;
    heap[i] = heap[down]; i = down;
  }
  heap[i] = last;
  return top;
}
static void limits(const Motion *m, double roll, double *low, double *high) {
  double slope = tan(fabs(roll));
  *low = -m->rebound + m->reboundSpacing / 2 * slope;
  *high = m->jounce - m->jounceSpacing / 2 * slope;
}
static double best;
static double bestHeave, bestRoll;
static Distance found;
static void ask(Body *a, Body *b, const Motion *m, double heave, double roll, int counts) {
  pose(a, m, heave, roll);
  pose(b, m, heave, roll);
  distance(a, b, 2e-6, &found);
  if (counts && found.gap < best) { best = found.gap; bestHeave = heave; bestRoll = roll; }
}
static void openCell(Body *a, Body *b, const Motion *m, double tolerance, double lowZ, double highZ, double lowR,
                     double highR, double parent) {
  double nearest = lowR > 0 ? lowR : highR < 0 ? highR : 0, low, high, l, h;
  limits(m, nearest, &low, &high);
  if (low < lowZ) low = lowZ;
  if (high > highZ) high = highZ;
  if (low > high) return;
  Cell c = {(low + high) / 2, (lowR + highR) / 2, (high - low) / 2, (highR - lowR) / 2, 0, 0};
  limits(m, c.roll, &l, &h);
  ask(a, b, m, c.heave, c.roll, c.heave >= l - 1e-12 && c.heave <= h + 1e-12);
  Bound w = {0};
  bound(a, b, m, found.normal, c.heave, c.hz, c.hr, &w);
  c.lower = fmax(parent, w.gap);
  c.split = w.byHeave >= w.byRoll;
  if (c.lower >= best - tolerance) return;
  double corner = c.roll + w.roll * c.hr;
  limits(m, corner, &l, &h);
  if (l <= h) {
    ask(a, b, m, fmin(fmax(c.heave + w.heave * c.hz, l), h), corner, 1);
    if (c.lower >= best - tolerance) return;
  }
  push(c);
}
static double leastGap(Body *a, Body *b, const Motion *m) {
  const double tolerance = 0.0254 / 64;
  double spacing = (m->jounceSpacing + m->reboundSpacing) / 2;
  double most = fmin(m->roll, atan((m->jounce + m->rebound) / spacing));
  best = INFINITY;
  held = 0;
  found.normal[0] = 1; found.normal[1] = found.normal[2] = 0;
  ask(a, b, m, 0, 0, 1);
  openCell(a, b, m, tolerance, -m->rebound, m->jounce, -most, 0, -INFINITY);
  openCell(a, b, m, tolerance, -m->rebound, m->jounce, 0, most, -INFINITY);
  while (held) {
    Cell c = pop();
    if (c.lower >= best - tolerance) break;
    if (c.split) {
      openCell(a, b, m, tolerance, c.heave - c.hz, c.heave, c.roll - c.hr, c.roll + c.hr, c.lower);
      openCell(a, b, m, tolerance, c.heave, c.heave + c.hz, c.roll - c.hr, c.roll + c.hr, c.lower);
    } else {
      openCell(a, b, m, tolerance, c.heave - c.hz, c.heave + c.hz, c.roll - c.hr, c.roll, c.lower);
      openCell(a, b, m, tolerance, c.heave - c.hz, c.heave + c.hz, c.roll, c.roll + c.hr, c.lower);
    }
  }
  pose(a, m, bestHeave, bestRoll);
  pose(b, m, bestHeave, bestRoll);
  distance(a, b, 1e-10, &found);
  return found.gap;
}

static void readBody(Body *b) {
  memset(b, 0, sizeof *b);
  if (scanf("%lf %d %d", &b->radius, &b->points, &b->discs) != 3) exit(2);
  for (int k = 0; k < b->points + b->discs; k++) {
    double *p = b->home + 3 * k;
    if (scanf("%d %lf %lf %lf", &b->on[k], p, p + 1, p + 2) != 4) exit(2);
    if (k >= b->points) {
      if (scanf("%lf", &b->radii[k - b->points]) != 1) exit(2);
      b->normal[3 * (k - b->points) + 2] = 1;
    }
  }
  memcpy(b->at, b->home, sizeof b->at);
}
int main(void) {
  int rounds, pairs;
  if (scanf("%d %d", &rounds, &pairs) != 2) return 2;
  Body *bodies = malloc(2 * pairs * sizeof *bodies);
  Motion *motions = malloc(pairs * sizeof *motions);
  for (int i = 0; i < pairs; i++) {
    Motion *m = motions + i;
    if (scanf("%lf %lf %lf %lf %lf %lf %lf", &m->cy, &m->cz, &m->jounce, &m->rebound, &m->roll, &m->jounceSpacing,
              &m->reboundSpacing) != 7) return 2;
    readBody(bodies + 2 * i);
    readBody(bodies + 2 * i + 1);
  }
  double sum = 0, best_ms = INFINITY;
  for (int r = 0; r < rounds; r++) {
    struct timespec t0, t1;
    sum = 0;
    asked = 0;
    clock_gettime(CLOCK_MONOTONIC, &t0);
    for (int i = 0; i < pairs; i++) sum += leastGap(bodies + 2 * i, bodies + 2 * i + 1, motions + i);
    clock_gettime(CLOCK_MONOTONIC, &t1);
    double ms = (t1.tv_sec - t0.tv_sec) * 1e3 + (t1.tv_nsec - t0.tv_nsec) / 1e6;
    if (ms < best_ms) best_ms = ms;
  }
  printf("%.9f %ld %.4f\n", sum, asked, best_ms);
  return 0;
}
