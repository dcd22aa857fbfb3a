package elmtable.keyword;

import elmtable.formula.Value;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/** A keyword that is a Java method. */
public final class MethodKeyword {
  private final Signature signature;
  private final Object owner;
  private final Method method;

  MethodKeyword(Signature signature, Object owner, Method method) {
    this.signature = signature;
    this.owner = owner;
    this.method = method;
  }

  public Signature signature() {
    return signature;
  }

  /** The Java type that the parameter at an index has in the method. */
  public Class<?> javaType(int parameter) {
    return method.getParameterTypes()[parameter + 1];
  }

  public boolean takesDuration(int parameter) {
    return javaType(parameter) == Duration.class;
  }

  /**
   * Calls the method and gives its results in order. What the method throws passes through; a
   * checked exception comes as the cause of an {@link IllegalStateException}.
   */
  public List<Value> call(StepContext context, List<Object> arguments) {
    List<Object> all = new ArrayList<>();
    all.add(context);
    all.addAll(arguments);
    try {
      Object result = method.invoke(owner, all.toArray());
      return switch (result) {
        case null -> List.of();
        case Value value -> List.of(value);
        case List<?> list -> list.stream().map(Value.class::cast).toList();
        default -> throw new IllegalStateException(method + " gives no value");
      };
    } catch (InvocationTargetException thrown) {
      switch (thrown.getCause()) {
        case RuntimeException failure -> throw failure;
        case Error error -> throw error;
        case Throwable checked -> throw new IllegalStateException(checked);
      }
    } catch (IllegalAccessException notPublic) {
      throw new IllegalStateException(notPublic);
    }
  }
}
