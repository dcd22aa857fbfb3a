package elmtable.formula;

/** Is told which values are secret, and what formulas make of them. */
public interface SecretWatch {
  /** For who has no secrets. */
  SecretWatch NONE =
      new SecretWatch() {
        @Override
        public void secret(Value value) {}

        @Override
        public boolean isSecret(Value value) {
          return false;
        }

        @Override
        public void madeOfSecret(Value value) {}
      };

  /** A value that is declared to be a secret. */
  void secret(Value value);

  /** Whether a value is a secret, holds one, or was made of one. */
  boolean isSecret(Value value);

  /** What a function or an operator made of a secret. */
  void madeOfSecret(Value value);
}
