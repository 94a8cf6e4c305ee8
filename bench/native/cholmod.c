/* The native side of the solver benchmark: CHOLMOD, supernodal LLᵀ, one thread.
 * usage: cholmod matrix.bin repetitions; prints medians of CPU seconds as JSON.
 * The file: int32 n, entries; int32 column starts (n + 1), rows; float64 values of the lower triangle, right-hand side (n). */
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>
#include <suitesparse/cholmod.h>

static double now(void) {
  struct timespec t;
  clock_gettime(CLOCK_PROCESS_CPUTIME_ID, &t);
  return t.tv_sec + 1e-9 * t.tv_nsec;
}
static int ascending(const void *a, const void *b) {
  double x = *(const double *)a, y = *(const double *)b;
  return x < y ? -1 : x > y;
}
static double median(double *values, int n) {
  qsort(values, n, sizeof(double), ascending);
  return values[n / 2];
}
static void read_all(void *to, size_t size, size_t count, FILE *file) {
  if (fread(to, size, count, file) != count) exit(2);
}

int main(int argc, char **argv) {
  if (argc < 3) return 2;
  FILE *file = fopen(argv[1], "rb");
  int repetitions = atoi(argv[2]), head[2];
  if (!file || repetitions < 1 || repetitions > 50) return 2;
  read_all(head, 4, 2, file);
  int n = head[0], entries = head[1];
  cholmod_common c;
  cholmod_start(&c);
  c.supernodal = CHOLMOD_SUPERNODAL;
  cholmod_sparse *a = cholmod_allocate_sparse(n, n, entries, 1, 1, -1, CHOLMOD_REAL, &c);
  cholmod_dense *b = cholmod_allocate_dense(n, 1, n, CHOLMOD_REAL, &c);
  read_all(a->p, 4, n + 1, file);
  read_all(a->i, 4, entries, file);
  read_all(a->x, 8, entries, file);
  read_all(b->x, 8, n, file);
  fclose(file);
  double order[50], symbolic[50], numeric[50], solve[50], lnz = 0;
  int *permutation = malloc(4 * (size_t)n);
  for (int r = 0; r < repetitions; r++) {
    double t = now();
    cholmod_metis(a, NULL, 0, 1, permutation, &c);
    order[r] = now() - t;
    t = now();
    c.nmethods = 1;
    c.method[0].ordering = CHOLMOD_GIVEN;
    c.postorder = 1;
    cholmod_factor *l = cholmod_analyze_p(a, permutation, NULL, 0, &c);
    symbolic[r] = now() - t;
    lnz = c.lnz;
    t = now();
    cholmod_factorize(a, l, &c);
    numeric[r] = now() - t;
    t = now();
    cholmod_dense *x = cholmod_solve(CHOLMOD_A, l, b, &c);
    solve[r] = now() - t;
    cholmod_free_dense(&x, &c);
    cholmod_free_factor(&l, &c);
  }
  printf("{\"order\":%.5f,\"symbolic\":%.5f,\"numeric\":%.5f,\"solve\":%.5f,\"entries\":%.0f}\n", median(order, repetitions), median(symbolic, repetitions), median(numeric, repetitions), median(solve, repetitions), lnz);
  return 0;
}
