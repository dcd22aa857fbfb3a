package elmtable.data.pairs;

/** A finite field of few elements, by tables. */
final class Field {
  private final int size;
  private final int[][] plus;
  private final int[][] times;

  private Field(int size, int[][] plus, int[][] times) {
    this.size = size;
    this.plus = plus;
    this.times = times;
  }

  /** The field of {@code size} elements, or null where there is none. */
  static Field of(int size) {
    for (int p = 2; p <= size; p++) {
      if (size % p == 0) {
        int degree = 0;
        int rest = size;
        while (rest % p == 0) {
          rest /= p;
          degree++;
        }
        return rest == 1 ? ofDegree(p, degree, size) : null;
      }
    }
    return null;
  }

  private static Field ofDegree(int p, int degree, int size) {
    int[][] plus = new int[size][size];
    for (int a = 0; a < size; a++) {
      for (int b = 0; b < size; b++) {
        plus[a][b] = sum(a, b, p);
      }
    }
    // Numbers stand for polynomials by their digits to the base p. The first polynomial of the
    // degree whose products leave no zero divisors is one that cannot be divided.
    for (int lower = 0; lower < size; lower++) {
      int[][] times = products(p, degree, size, lower, plus);
      if (times != null) {
        return new Field(size, plus, times);
      }
    }
    throw new IllegalStateException("There is an irreducible polynomial of every degree.");
  }

  private static int sum(int a, int b, int p) {
    int sum = 0;
    for (int place = 1; a > 0 || b > 0; place *= p, a /= p, b /= p) {
      sum += (a % p + b % p) % p * place;
    }
    return sum;
  }

  /** Products modulo the polynomial xᵈ + {@code lower}, or null where one of them is zero. */
  private static int[][] products(int p, int degree, int size, int lower, int[][] plus) {
    int negative = 0;
    for (int n = 1; n < p; n++) {
      negative = plus[negative][lower];
    }
    int[][] times = new int[size][size];
    for (int a = 1; a < size; a++) {
      for (int b = 1; b < size; b++) {
        int product = 0;
        for (int digit = degree - 1, place = size / p; digit >= 0; digit--, place /= p) {
          product = degree == 1 ? 0 : timesX(product, p, size, negative, plus);
          for (int n = b / place % p; n > 0; n--) {
            product = plus[product][a];
          }
        }
        if (product == 0) {
          return null;
        }
        times[a][b] = product;
      }
    }
    return times;
  }

  private static int timesX(int a, int p, int size, int negative, int[][] plus) {
    int high = a / (size / p);
    int shifted = a % (size / p) * p;
    for (int n = 0; n < high; n++) {
      shifted = plus[shifted][negative];
    }
    return shifted;
  }

  int size() {
    return size;
  }

  int plus(int a, int b) {
    return plus[a][b];
  }

  int times(int a, int b) {
    return times[a][b];
  }
}
