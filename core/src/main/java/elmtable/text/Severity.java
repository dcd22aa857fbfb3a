package elmtable.text;

/** How bad a diagnostic is. Only errors keep an executable case from running. */
public enum Severity {
  ERROR,
  WARNING,
  NOTICE
}
