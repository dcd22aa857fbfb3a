package elmtable.demosite;

/** A booked firing; {@code date} orders the days. */
record Firing(
    String reference, String day, int date, String programme, int shelves, String price) {}
