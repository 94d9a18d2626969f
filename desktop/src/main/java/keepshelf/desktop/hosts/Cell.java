package keepshelf.desktop.hosts;

/** A cell of the fitting table: an item in a host, by its identifier and its name. */
public record Cell(String item, String host) {}
