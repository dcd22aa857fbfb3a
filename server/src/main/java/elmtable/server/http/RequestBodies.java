package elmtable.server.http;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.AnnotationIntrospector;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import com.fasterxml.jackson.databind.introspect.Annotated;
import com.fasterxml.jackson.databind.introspect.AnnotatedMember;
import com.fasterxml.jackson.databind.introspect.AnnotatedParameter;
import com.fasterxml.jackson.databind.introspect.JacksonAnnotationIntrospector;
import elmtable.server.message.Messages;
import elmtable.server.message.Nullable;
import java.util.Arrays;
import java.util.List;

/**
 * How bodies of requests are read: a component of a request's record that is not {@link Nullable}
 * has to be there, and what is wrong is said with its place in the body.
 */
final class RequestBodies {
  private RequestBodies() {}

  static AnnotationIntrospector introspector() {
    return new JacksonAnnotationIntrospector() {
      private static final long serialVersionUID = 1;

      @Override
      public Boolean hasRequiredMarker(AnnotatedMember member) {
        return isRequired(member) ? Boolean.TRUE : super.hasRequiredMarker(member);
      }

      @Override
      public JsonSetter.Value findSetterInfo(Annotated member) {
        if (!isOfRequest(member)) {
          return super.findSetterInfo(member);
        }
        Nulls ofValue = isRequired(member) ? Nulls.FAIL : Nulls.SET;
        return JsonSetter.Value.forValueNulls(ofValue, Nulls.FAIL);
      }
    };
  }

  private static boolean isOfRequest(Annotated member) {
    if (!(member instanceof AnnotatedParameter parameter)) {
      return false;
    }
    Class<?> type = parameter.getDeclaringClass();
    return type.isRecord() && Messages.has(type);
  }

  private static boolean isRequired(Annotated member) {
    return isOfRequest(member)
        && member instanceof AnnotatedParameter parameter
        && Arrays.stream(
                parameter
                    .getDeclaringClass()
                    .getRecordComponents()[parameter.getIndex()]
                    .getAnnotatedType()
                    .getAnnotations())
            .noneMatch(Nullable.class::isInstance);
  }

  /** {@code The body cannot be read: edits[0].line is missing.} */
  static String reason(JacksonException broken) {
    if (broken instanceof UnrecognizedPropertyException unknown) {
      return "The body cannot be read: "
          + place(unknown.getPath())
          + " is nothing that it can have.";
    }
    if (broken instanceof JsonMappingException mapping && !mapping.getPath().isEmpty()) {
      String place = place(mapping.getPath());
      return "The body cannot be read: " + place + " is missing or is nothing that belongs there.";
    }
    return "The body cannot be read: " + broken.getOriginalMessage();
  }

  private static String place(List<JsonMappingException.Reference> path) {
    StringBuilder place = new StringBuilder();
    for (JsonMappingException.Reference each : path) {
      if (each.getFieldName() == null) {
        place.append('[').append(each.getIndex()).append(']');
      } else {
        place.append(place.isEmpty() ? "" : ".").append(each.getFieldName());
      }
    }
    return place.toString();
  }
}
