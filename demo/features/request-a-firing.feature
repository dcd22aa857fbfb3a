@booking
Feature: Requesting a firing
  The form takes one to six shelves, in words that the studio's keepers use.

  Background:
    Given I sign in as Juno Farrow
    And I open the form

  Scenario: The programmes on offer
    Then the form offers
      | programme |
      | Bisque    |
      | Glaze     |
      | Raku      |

  Rule: A kiln has six shelves

    Scenario Outline: <programme>, <shelves> of 6 shelves
      When I request <shelves> shelves of <programme>
      Then the form answers "<answer>"
      And I <outcome> a receipt

      @limits
      Examples: at the limits
        | shelves | programme | answer                    | outcome    |
        | 1       | Raku      | Booked: 1 shelf           | get        |
        | 6       | Bisque    | Booked: 6 shelves         | get        |
        | 7       | Bisque    | A kiln has six shelves    | do not get |
        | 0       | Glaze     | Choose at least one shelf | do not get |
