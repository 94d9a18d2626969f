package keepshelf.core.catalogue.setup;

/**
 * A program that materials are installed in.
 *
 * @param name name for people, unique
 * @param profile identifier of its host profile
 * @param folder absolute path of the folder that it reads materials from
 */
public record HostRecord(String name, String profile, String folder) {}
