package elmtable.server.http;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.AnnotationIntrospector;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.introspect.Annotated;
import com.fasterxml.jackson.databind.introspect.AnnotatedMember;
import com.fasterxml.jackson.databind.introspect.AnnotatedParameter;
import com.fasterxml.jackson.databind.introspect.JacksonAnnotationIntrospector;
import elmtable.language.SheetEdit;
import elmtable.server.view.Nullable;
import elmtable.server.view.Views;
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
        return isRequired(member)
            ? JsonSetter.Value.forValueNulls(Nulls.FAIL, Nulls.FAIL)
            : super.findSetterInfo(member);
      }
    };
  }

  private static boolean isRequired(Annotated member) {
    if (!(member instanceof AnnotatedParameter parameter)) {
      return false;
    }
    Class<?> record = parameter.getDeclaringClass();
    boolean ofRequest =
        record.getEnclosingClass() == Views.class || record.getEnclosingClass() == SheetEdit.class;
    return ofRequest
        && record.isRecord()
        && Arrays.stream(
                record
                    .getRecordComponents()[parameter.getIndex()]
                    .getAnnotatedType()
                    .getAnnotations())
            .noneMatch(Nullable.class::isInstance);
  }

  /** {@code The body cannot be read: edits[0].line is missing.} */
  static String reason(JacksonException broken) {
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
