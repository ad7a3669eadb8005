/** What the server takes at least and at most, from the API document: npm run api. */
export const limits = {
  "AccountControllerFactorCode": {
    "code": {
      "maxLength": 40
    }
  },
  "AccountControllerNewPassword": {
    "code": {
      "maxLength": 80
    },
    "password": {
      "maxLength": 200
    }
  },
  "AccountControllerPassword": {
    "password": {
      "maxLength": 200
    }
  },
  "AccountControllerPasswordChange": {
    "current": {
      "maxLength": 200
    },
    "next": {
      "maxLength": 200
    }
  },
  "AthleteRecord": {
    "familyName": {
      "maxLength": 80
    },
    "givenName": {
      "maxLength": 80
    }
  },
  "BodyModelControllerBodyRequest": {
    "stature": {
      "minimum": 80,
      "maximum": 250
    }
  },
  "DeviceControllerDeviceRequest": {
    "csv": {
      "maxLength": 4000000
    }
  },
  "FollowUpControllerAskedFor": {
    "tests": {
      "maxItems": 50
    }
  },
  "FollowUpControllerNewFollowUp": {
    "asked": {
      "maxItems": 20000
    },
    "name": {
      "maxLength": 120
    }
  },
  "FormationControllerFormationSent": {
    "groups": {
      "maxItems": 24
    },
    "reason": {
      "maxLength": 500
    }
  },
  "FormationControllerGroupSent": {
    "members": {
      "maxItems": 600
    }
  },
  "FormationControllerSeatSent": {
    "rung": {
      "maxLength": 60
    }
  },
  "FormationControllerWeighSent": {
    "athletes": {
      "maxItems": 600
    },
    "offers": {
      "maxItems": 24
    }
  },
  "GroupControllerClearedBy": {
    "by": {
      "maxLength": 80
    }
  },
  "GroupControllerDecisionSent": {
    "reason": {
      "maxLength": 500
    }
  },
  "HallSetup": {
    "lessonSeconds": {
      "minimum": 1,
      "maximum": 28800
    },
    "orders": {
      "maxItems": 144
    },
    "raters": {
      "minimum": 1,
      "maximum": 60
    },
    "setUpSeconds": {
      "minimum": 0,
      "maximum": 7200
    },
    "stations": {
      "maxItems": 12
    },
    "walkingSeconds": {
      "minimum": 0,
      "maximum": 600
    }
  },
  "HallSetupStationSetup": {
    "id": {
      "minLength": 1
    },
    "places": {
      "minimum": 1,
      "maximum": 20
    },
    "seconds": {
      "minimum": 1,
      "maximum": 3600
    },
    "tests": {
      "maxItems": 60
    }
  },
  "MeasuringControllerSimulation": {
    "noise": {
      "minimum": 0,
      "maximum": 5
    },
    "stature": {
      "minimum": 80,
      "maximum": 250
    }
  },
  "MeasuringControllerStand": {
    "distance": {
      "minimum": 1.5,
      "maximum": 20
    },
    "height": {
      "minimum": 0,
      "maximum": 3
    },
    "roll": {
      "minimum": -45,
      "maximum": 45
    },
    "yaw": {
      "minimum": -90,
      "maximum": 90
    }
  },
  "OwnViewControllerAsking": {
    "code": {
      "maxLength": 100
    },
    "text": {
      "maxLength": 1000
    }
  },
  "OwnViewControllerNewLinkRequest": {
    "days": {
      "minimum": 1,
      "maximum": 14
    }
  },
  "OwnViewControllerOpening": {
    "code": {
      "maxLength": 100
    }
  },
  "PracticeClassControllerNewPracticeClass": {
    "name": {
      "maxLength": 100
    }
  },
  "PracticeControllerPracticeDone": {
    "facts": {
      "maxItems": 5000
    },
    "seed": {
      "minimum": 0,
      "maximum": 2147483647
    },
    "test": {
      "maxLength": 60
    }
  },
  "PrivacyControllerNewRetention": {
    "months": {
      "minimum": 0,
      "maximum": 120
    }
  },
  "RosterControllerMapping": {
    "columns": {
      "maxItems": 60
    }
  },
  "RosterControllerNewTeam": {
    "name": {
      "maxLength": 120
    }
  },
  "RosterControllerPasted": {
    "text": {
      "maxLength": 5000000
    }
  },
  "ScreeningControllerChangedScreening": {
    "name": {
      "maxLength": 120
    }
  },
  "ScreeningControllerInvited": {
    "accounts": {
      "maxItems": 500
    }
  },
  "ScreeningControllerJoining": {
    "code": {
      "maxLength": 80
    }
  },
  "ScreeningControllerJudgedUnder": {
    "protocol": {
      "minLength": 1
    }
  },
  "ScreeningControllerNewPassRequest": {
    "helper": {
      "maxLength": 60
    },
    "minutes": {
      "minimum": 5,
      "maximum": 720
    },
    "station": {
      "maxLength": 60
    }
  },
  "ScreeningControllerNewScreening": {
    "name": {
      "maxLength": 120
    },
    "protocol": {
      "maxLength": 60
    }
  },
  "SessionControllerFirstAccount": {
    "code": {
      "maxLength": 80
    },
    "login": {
      "maxLength": 80
    },
    "name": {
      "maxLength": 120
    },
    "organisation": {
      "maxLength": 120
    },
    "password": {
      "maxLength": 200
    }
  },
  "SessionControllerNewAccount": {
    "login": {
      "maxLength": 80
    },
    "name": {
      "maxLength": 120
    },
    "password": {
      "maxLength": 200
    }
  },
  "SessionControllerSignIn": {
    "login": {
      "maxLength": 80
    },
    "password": {
      "maxLength": 200
    }
  },
  "TrainingControllerPromotionsSent": {
    "reason": {
      "maxLength": 500
    }
  },
  "TrainingHallControllerHallChanged": {
    "name": {
      "maxLength": 80
    }
  },
  "TrainingHallControllerHallSent": {
    "name": {
      "maxLength": 80
    }
  }
} as const;
/** Megabytes of a request, by the beginning of its address; the longest that fits holds. */
export const megabytes = {
  "/": 1,
  "/api/measuring/": 8,
  "/api/measuring/file": 256,
  "/api/protocols": 2,
  "/api/teams/": 6,
  "/api/transfer": 128
};
