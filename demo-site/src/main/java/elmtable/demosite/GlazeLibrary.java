package elmtable.demosite;

import java.util.Locale;

/**
 * A page as heavy as those of large applications: a megabyte of script fills it. It is in no menu;
 * what browsers cost is measured on it.
 */
final class GlazeLibrary {
  static final String PATH = "/glazes";
  static final String SCRIPT_PATH = "/glaze-library.js";
  static final int RECIPES = 3_000;

  static final String PAGE =
      """
      <!doctype html>
      <meta charset="utf-8">
      <title>Glaze library · Emberwick Kilns</title>
      <h1>Glaze library</h1>
      <p id="count"></p>
      <table><tbody id="recipes"></tbody></table>
      <script src="%s"></script>
      """
          .formatted(SCRIPT_PATH);

  static final String SCRIPT = script();

  private GlazeLibrary() {}

  private static String script() {
    StringBuilder script = new StringBuilder("const recipes = [];\n");
    for (int number = 0; number < RECIPES; number++) {
      int feldspar = 30 + number % 21;
      int silica = 15 + number % 13;
      int whiting = 10 + number % 7;
      script.append(
          String.format(
              Locale.ROOT,
              """
              function recipe%1$d(add) {
                const parts = { feldspar: %2$d, silica: %3$d, whiting: %4$d, kaolin: %5$d };
                let sum = 0;
                for (const [material, percent] of Object.entries(parts)) {
                  if (percent < 0) throw new Error(`${material} of recipe %1$d is below nothing`);
                  sum += percent;
                }
                add({ name: 'Recipe %1$d', cone: %6$d, sum, ...parts });
              }
              recipe%1$d((one) => recipes.push(one));
              """,
              number,
              feldspar,
              silica,
              whiting,
              100 - feldspar - silica - whiting,
              1 + number % 10));
    }
    script.append(
        """
        document.querySelector('#recipes').innerHTML = recipes
          .slice(0, 200)
          .map((one) => `<tr><td>${one.name}<td>${one.cone}<td>${one.feldspar}<td>${one.silica}`)
          .join('');
        document.querySelector('#count').textContent = `${recipes.length} recipes`;
        """);
    return script.toString();
  }
}
