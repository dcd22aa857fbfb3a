# language: en
@studio @Firing
Feature: Firings of a week
  Each member may
    indent a line

  and leave one empty.

  Background: signed in
    Given I am "Juno"

  @smoke
  Scenario: one shelf
    When I ask for 1 shelf
    Then I see:
      """json
      {"shelves": 1}
        deep
      """
    And the rows
      | name | shelves |
      | a\|b | \n      |

  Scenario Outline: <n> shelves
    Notes of the outline.
    * ask for <n> and <m>
      | <n> |

    @few
    Examples: few
      Small ones.
      | n | m |
      | 1 | x |
      | 2 | y |

    Examples:
      | n | m |

  Scenario: nothing yet

  @glazing
  Rule: glazes
    A rule's note.

    Background:
      Given a glaze

    Example: dry
      Then it is dry
